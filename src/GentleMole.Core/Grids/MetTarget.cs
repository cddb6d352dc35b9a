using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A response of a grid, laid out for the search.</summary>
/// <param name="Index">Counted as on its line when it was asked.</param>
/// <param name="CoverSigma">Standard deviation of its cover, metres.</param>
/// <param name="Odds">What its line says of it beside the others, as a logarithm.</param>
/// <param name="Strength">Its strength as a logarithm, beside the mean of all; NaN where nobody says.</param>
internal readonly record struct MetTarget(int Line, int Index, double Along, SitePoint Place, double Cover, double CoverSigma, double Velocity, bool IsNormal, double Odds, double Strength);
