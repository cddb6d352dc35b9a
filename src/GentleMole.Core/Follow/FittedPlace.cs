using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>A place of a fitted line.</summary>
/// <param name="HalfWidthMetres">± across, 95 %.</param>
/// <param name="Right">Square to the line, to the right, length one.</param>
/// <param name="Depth">To the centre, 95 %; null where no depths say anything.</param>
public sealed record FittedPlace(double ChainageMetres, SitePoint Place, double HalfWidthMetres, SitePoint Right, Estimate? Depth);
