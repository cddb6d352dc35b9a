using GentleMole.Core.Conflicts;
using GentleMole.Core.Marking;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>What lies under one dig, for the one who digs: on a phone, without an account, by a secret link. Nothing else is reached from it.</summary>
[AllowAnonymous]
[EnableRateLimiting(RateLimits.Feed)]
internal sealed class DigPage(MoleDb db, SheetLoader loader) : PageModel
{
    private const int DrawingWidth = 420;
    private const int PlanHeight = 360;
    private const int SectionHeight = 220;

    /// <summary>The sheet of the moment; null where the link holds no more.</summary>
    public JobSheet? Sheet { get; private set; }

    public Person Person { get; private set; } = null!;

    /// <summary>Another link of the same job holds: this one was replaced.</summary>
    public bool IsReplaced { get; private set; }

    /// <summary>By lines, those that reach into the dig; the worst first.</summary>
    public IReadOnlyList<(SheetLine Line, IReadOnlyList<Conflict> Conflicts)> Under { get; private set; } = [];

    /// <summary>Of the notice, and not marked in the dig.</summary>
    public IReadOnlyList<SheetLine> Others { get; private set; } = [];

    /// <summary>Places to expose by hand, the one that settles most first.</summary>
    public IReadOnlyList<(Core.Site.SitePoint Place, IReadOnlyList<int> Settles)> Order { get; private set; } = [];

    public DigConflicts Found { get; private set; } = null!;

    /// <summary>Owners by name, with whom to call.</summary>
    public IReadOnlyList<(string Owner, string Contact)> Owners { get; private set; } = [];

    public string PlanSvg => Svg(new PlanDrawing(Sheet!, Person.Units, DrawingWidth, PlanHeight, null, extras: new PlanExtras(
        Focus: Sheet!.HasDig ? Sheet.Job.DigCorners : null, Conflicts: new ConflictOverlay(Found.Bands, [.. Order.Select(o => o.Place)]))).Scene);

    public string? SectionSvg => new SectionDrawing(Sheet!, null, Person.Units, DrawingWidth, SectionHeight).Scene is { } scene ? Svg(scene) : null;

    public static int Width => DrawingWidth;

    public static int HeightOfPlan => PlanHeight;

    public static int HeightOfSection => SectionHeight;

    public async Task<IActionResult> OnGetAsync(string key, string? units)
    {
        Person = Person.Of(HttpContext);
        Person = units switch
        {
            "feet" => Person with { Units = Core.Measures.UnitSystem.FeetInches },
            "metres" => Person with { Units = Core.Measures.UnitSystem.Metres },
            _ => Person,
        };
        var cancellation = HttpContext.RequestAborted;
        if (await DiggerLinks.OfAsync(db, key, cancellation) is not { } link)
        {
            return NotFound();
        }

        Response.Headers["Referrer-Policy"] = "no-referrer";
        Response.Headers["X-Robots-Tag"] = "noindex";
        if (link.RevokedAt is not null)
        {
            // Nothing of the job is told any more, but that this is no sheet to dig by.
            IsReplaced = await db.DiggerLinks.AnyAsync(l => l.JobId == link.JobId && l.RevokedAt == null, cancellation);
            Response.StatusCode = StatusCodes.Status410Gone;
            return Page();
        }

        Sheet = (await loader.LoadAsync(link.JobId, cancellation))!;
        Found = SheetConflicts.Of(Sheet);
        Order = Found.Order();
        Under = [.. Found.All.GroupBy(c => c.LineId).Select(g => (Sheet.LineById(g.Key)!, (IReadOnlyList<Conflict>)[.. g]))
            .OrderByDescending(u => u.Item2.Max(c => c.Confidence)).ThenBy(u => u.Item2.Min(c => c.RoomMetres?.Low95 ?? double.NegativeInfinity))];
        Others = [.. Sheet.Lines.Where(l => !Under.Any(u => u.Line == l))];
        var names = Sheet.Lines.Select(l => l.Line.Owner).Distinct().ToList();
        Owners = [.. (await db.Owners.AsNoTracking().Where(o => names.Contains(o.Name) && o.Contact != "").OrderBy(o => o.Name).ToListAsync(cancellation)).Select(o => (o.Name, o.Contact))];
        return Page();
    }

    private static string Svg(Scene scene) => new SvgScene(scene.WithoutLinks(), SvgMode.Pixels, standsAlone: true).Inner();
}
