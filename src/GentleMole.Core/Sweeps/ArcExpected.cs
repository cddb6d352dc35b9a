using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>What the receiver is expected to meet on a circle.</summary>
/// <param name="AroundNanotesla">Response at every degree of bearing, 360 values.</param>
/// <param name="Responses">Its maxima, strongest first.</param>
public sealed record ArcExpected(SitePoint Centre, double RadiusMetres, IReadOnlyList<double> AroundNanotesla, IReadOnlyList<ArcResponse> Responses);
