namespace GentleMole.Core.Site;

/// <summary>Where a point falls against a run.</summary>
/// <param name="ChainageMetres">Distance along the run from its start.</param>
/// <param name="OffsetMetres">Distance across it, right of the walking direction positive.</param>
/// <param name="Foot">The nearest point of the run.</param>
public readonly record struct Station(double ChainageMetres, double OffsetMetres, SitePoint Foot);
