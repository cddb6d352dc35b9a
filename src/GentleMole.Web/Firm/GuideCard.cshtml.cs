using GentleMole.Core.Lines;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>A page of the guide on a card for the pocket.</summary>
internal sealed class GuideCardPage(MoleDb db) : FirmPage(db)
{
    [BindProperty(SupportsGet = true, Name = "kind")]
    public UtilityKind? Kind { get; set; }

    public IReadOnlyList<GuideEntry> Cards { get; private set; } = [];

    public string FirmName { get; private set; } = "";

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        var own = await Db.Guide.AsNoTracking().ToListAsync(cancellation);
        FirmName = await Db.Firms.AsNoTracking().Select(f => f.Name).SingleAsync(cancellation);
        Cards = [.. Utilities.All.Where(k => Kind is null || k == Kind).Select(k => own.FirstOrDefault(g => g.Kind == k) ?? ShippedGuide.Of(k))];
    }
}
