using GentleMole.Core.Site;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>A sweep on the plan: passes, what was heard, what is not covered, candidate lines.</summary>
/// <param name="Passes">Of the sweep at hand: walked, to be walked, or next.</param>
/// <param name="Others">Passes of other sweeps that were walked.</param>
/// <param name="Heard">Places of responses; true where a candidate has it.</param>
/// <param name="Hatch">Strokes over what no pass covers.</param>
/// <param name="Lines">Candidate lines.</param>
internal sealed record SweepOverlay(
    IReadOnlyList<(SitePoint From, SitePoint To, PassState State, int Number)> Passes, IReadOnlyList<(SitePoint From, SitePoint To)> Others,
    IReadOnlyList<(SitePoint Place, bool IsOfLine)> Heard, IReadOnlyList<(SitePoint From, SitePoint To)> Hatch, IReadOnlyList<SweptLine> Lines, int? Chosen);
