using System.Globalization;
using GentleMole.Core.Follow;
using GentleMole.Core.Marking;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Web.Sheet;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace GentleMole.Web.Drawing;

/// <summary>What a stage shows on the plan besides the sheet itself.</summary>
/// <param name="Outline">White marks of the proposed dig.</param>
/// <param name="Preview">Lines of a drawing that is not taken over yet, by layer paint.</param>
/// <param name="SelectedFeatureId">Feature at hand.</param>
/// <param name="Signal">Currents of a planned hookup; they take the place of dots and of hookups that were made.</param>
/// <param name="Sweep">Passes, responses and candidate lines; dots stay away meanwhile.</param>
/// <param name="Followed">The line fitted to the dots at hand.</param>
/// <param name="TrialHole">Where one is asked for.</param>
/// <param name="Silent">What was pushed, and what leaks.</param>
/// <param name="Radar">Radar profiles.</param>
/// <param name="RadarGrid">Lines of a radar grid, and what of it was not seen.</param>
/// <param name="Runs">What radar lines join up to.</param>
/// <param name="Bodies">What is wide in the ground.</param>
/// <param name="Slice">How strongly a grid answers at one depth.</param>
/// <param name="Focus">What the stage is about: the plan shows that much of the site and a little round it. All of it where null.</param>
/// <param name="Conflicts">Where of the dig no machine may work, and what to expose first.</param>
/// <param name="Paint">What is to be painted; it takes the place of lines and dots.</param>
/// <param name="SiteOnly">Leave out what is in the ground: for the one who only needs to know where to mark, with the marks' numbers.</param>
internal sealed record PlanExtras(
    OutlinePlan? Outline = null, IReadOnlyList<PreviewTrail>? Preview = null, int? SelectedFeatureId = null, bool SiteOnly = false, SignalOverlay? Signal = null, SweepOverlay? Sweep = null, FittedLine? Followed = null, SitePoint? TrialHole = null,
    SilentOverlay? Silent = null, RadarOverlay? Radar = null, GridOverlay? RadarGrid = null, RunsOverlay? Runs = null, BodiesOverlay? Bodies = null, SliceOverlay? Slice = null, IReadOnlyList<SitePoint>? Focus = null,
    ConflictOverlay? Conflicts = null, IReadOnlyList<PaintPlan>? Paint = null)
{
    /// <summary>What a sheet that goes out shows: what was found without a signal, where no machine may work and what to expose first.</summary>
    public static PlanExtras Handed(JobSheet sheet)
    {
        var found = SheetConflicts.Of(sheet);
        return new(Silent: SilentOverlay.Handed(sheet), Conflicts: new ConflictOverlay(found.Bands, [.. found.Order().Select(o => o.Place)]));
    }
}
