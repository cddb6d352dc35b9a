using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>Something that was heard on a pass.</summary>
/// <param name="Pass">Which pass, counted from 0.</param>
/// <param name="AlongMetres">Along it, from its start.</param>
/// <param name="Direction">The way the line runs there; its opposite says the same.</param>
public sealed record SweepResponse(int Pass, double AlongMetres, Depth? Depth, double? Milliamps, Azimuth? Direction);
