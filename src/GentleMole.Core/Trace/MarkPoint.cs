using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>One accepted dot of a line, corrected to where the mark goes.</summary>
/// <param name="Place">Place of the mark on the site.</param>
/// <param name="AcrossHalfWidthMetres">± of the position across the line, 95 %.</param>
/// <param name="Depth">To the centre, 95 %; null when not measured.</param>
/// <param name="Number">Number of the dot as the person knows it.</param>
public sealed record MarkPoint(
    SitePoint Place, double AcrossHalfWidthMetres, Estimate? Depth, Verdict Verdict, int Number, bool Exposed = false);
