namespace GentleMole.Core.Pinpoint;

/// <summary>
/// The free parameters where the others are held: their best values, their spread, and how both follow when the held ones move a
/// little (Laplace's method; Tierney and Kadane 1986).
/// </summary>
/// <param name="At">All parameters, the free ones at the middle of the hill.</param>
/// <param name="Spread">Factor of the covariance of the free ones, row by row.</param>
/// <param name="Slope">How far each free one moves with each that is held, row by row.</param>
/// <param name="LogMass">Logarithm of the density integrated over the free ones.</param>
/// <param name="Pull">How fast that rises with each that is held.</param>
/// <param name="Bend">How it curves with them, row by row, as a positive matrix.</param>
internal sealed record Ridge(double[] At, double[] Spread, double[] Slope, double LogMass, double[] Pull, double[] Bend);
