using GentleMole.Core.Conflicts;
using GentleMole.Core.Job;
using GentleMole.Store;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>Tolerance zones against the dig: where no machine may work, how much is dug by hand, and what to expose first.</summary>
internal sealed class ConflictsPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    /// <summary>So many are listed.</summary>
    public const int MostListed = 60;

    private DigConflicts? _found;
    private IReadOnlyList<(Core.Site.SitePoint Place, IReadOnlyList<int> Settles)>? _order;

    public override JobStage Stage => JobStage.Marks;

    public DigConflicts Found => _found ??= SheetConflicts.Of(Sheet);

    /// <summary>Places to expose, the one that settles most first.</summary>
    public IReadOnlyList<(Core.Site.SitePoint Place, IReadOnlyList<int> Settles)> Order => _order ??= Found.Order();

    /// <summary>One sentence to act on.</summary>
    public (string Shape, string Say, string Why) Verdict
    {
        get
        {
            var lines = Found.All.Select(c => c.LineId).Distinct().Count();
            return !Sheet.HasDig ? ("open", "There is no dig on the plan yet.", "Its corners are on the notice.")
                : lines == 0 ? ("caution", "No tolerance zone reaches into the dig.", "Of what was marked and what plans say. What nobody found has no zone.")
                : ("caution", $"{(lines == 1 ? "One line’s zone reaches" : $"The zones of {lines} lines reach")} into the dig: {Found.HandSquareMetres:0.0} m² by hand, no machine there.",
                    $"Zones are {Person.Length(Sheet.Firm.ToleranceMetres)} to both sides of each line; what two share counts once. {(Sheet.Job.DigDepthMetres is null ? "How deep the dig goes is not known: no room below it can be told. " : "")}Room below a dig is no leave for a machine: expose first.");
        }
    }

    protected override PlanExtras OnPlan => new(Conflicts: new ConflictOverlay(Found.Bands, [.. Order.Select(o => o.Place)]));
}
