namespace GentleMole.Core.Sweeps;

/// <summary>A response on a pass, as the strip of its levels shows it.</summary>
/// <param name="AlongMetres">Where it is greatest, from the start of the pass.</param>
/// <param name="SigmaMetres">How well that is known, standard deviation.</param>
/// <param name="Level">At the top, in the unit of the strip.</param>
/// <param name="DistanceMetres">From the coil to the line by the width at 80 %, for a line that is crossed square; more where it is crossed at an angle. Null where a side is missing.</param>
public sealed record PassPeak(double AlongMetres, double SigmaMetres, double Level, double? DistanceMetres);
