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

    public (string Shape, string Say, string Why) Verdict => ConflictWords.Summary(Sheet, Person);

    protected override PlanExtras OnPlan => new(Conflicts: new ConflictOverlay(Found.Bands, [.. Order.Select(o => o.Place)]));
}
