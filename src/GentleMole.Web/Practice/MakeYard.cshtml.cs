using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Scenes;
using GentleMole.Exchange.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>A yard as its maker draws it: everything that lies in it, what may be seen of it, and its lesson. Once it has been played a change makes a new one, so that rounds stay what they were.</summary>
internal sealed class MakeYardPage(MoleDb db, TimeProvider clock) : PracticePage(db)
{
    private const int PlanWidth = 876;
    private const int PlanHeight = 560;
    private static readonly Bounds Depths = new(0.05, 6);
    private static readonly Bounds Ohms = new(0, 1e6);

    [BindProperty(SupportsGet = true, Name = "id")]
    public int Id { get; set; }

    /// <summary>Id of the line that is changed; a new one where it is none.</summary>
    [BindProperty(SupportsGet = true, Name = "edit")]
    public string? Edited { get; set; }

    public MadeYard? Made { get; private set; }

    public DrawnYard Yard { get; private set; } = null!;

    public YardSite Site => Yard.Site;

    public bool IsPlayed { get; private set; }

    public JobSheet Sheet { get; private set; } = null!;

    public PlanDrawing Plan { get; private set; } = null!;

    public string PlanSvg => new SvgScene(Laid(Plan), SvgMode.Units).Inner();

    public BuriedLine? Line => Edited is { } id ? Site.Ground.Line(id) : null;

    public static string Points(IEnumerable<SitePoint> points) => string.Join('\n', points.Select(p => FormattableString.Invariant($"{p.East:0.##} {p.North:0.##}")));

    public IActionResult OnGet() => Made is null ? NotFound() : Page();

    public IActionResult OnGetFile() => Made is null ? NotFound() : File(System.Text.Encoding.UTF8.GetBytes(Made.Drawn), "application/json", $"yard-{Made.Id}.json");

    public IActionResult OnGetWindow(double west, double north, int width, int height, double unit) => Made is null ? NotFound()
        : !SiteRules.IsPlace(new SitePoint(west, north)) || width is < 50 or > 6000 || height is < 50 or > 6000 || unit is not (> 1e-5 and < 1000) ? BadRequest()
        : new PlanDrawing(Sheet, Person.Units, SceneFrame.Plan(west, north, unit, width, height), null) is var plan
            ? Content($"<svg xmlns=\"http://www.w3.org/2000/svg\" data-grid=\"{PlanDrawing.N(plan.Grid)}\">{new SvgScene(Laid(plan), SvgMode.Units).Inner()}</svg>", "text/html") : BadRequest();

    public Task<IActionResult> OnPostLessonAsync() => ChangeAsync(reader =>
    {
        var (title, brief, owner) = (reader.Text("title", DrawnYard.MostTitle, required: true), reader.Text("brief", DrawnYard.MostBrief, required: true), reader.Text("owner", DrawnYard.MostTitle, required: true));
        var (level, minutes) = (reader.Whole("level", "", 1, 5), reader.Whole("minutes", "min", 1, 240));
        var (low, high) = (reader.Number("low", "Ω·m", 2, 10_000), reader.Number("high", "Ω·m", 2, 10_000));
        var area = reader.Places("area", DrawnYard.MostPoints);
        var target = Request.Form["target"].ToString();
        if (Site.Ground.Line(target) is null)
        {
            reader.Refuse("target", "Choose the line that is sought.");
        }

        var sameAs = Request.Form["sameAs"].ToString();
        if (sameAs.Length > 0 && (Site.Ground.Line(sameAs) is null || sameAs == target))
        {
            reader.Refuse("sameAs", "Choose another line than the one that is sought.");
        }

        foreach (var (value, field) in new[] { (level is null, "level"), (minutes is null, "minutes"), (low is null, "low"), (high is null, "high") })
        {
            if (value && !reader.Errors.Any(e => e.Field == field))
            {
                reader.Refuse(field, "Give a number.");
            }
        }

        var teaches = Enum.GetValues<YardHabit>().Where(h => reader.Ticked("teach-" + YardHabits.Code(h))).ToList();
        return !reader.IsGood ? null : Yard with
        {
            Title = title, Brief = brief, Level = level!.Value, Minutes = minutes!.Value, Teaches = teaches,
            Site = Site with { Owner = owner, Area = [.. area], SoilOhmMetres = (low!.Value, high!.Value), Target = [target], Utility = Site.Ground.Line(target)!.Kind, Unknowable = reader.Ticked("passOn") ? [target] : [], SameToAll = sameAs.Length > 0 ? [sameAs] : [] },
        };
    });

    public Task<IActionResult> OnPostLineAsync() => ChangeAsync(reader =>
    {
        var name = reader.Text("name", DrawnYard.MostTitle, required: true);
        var kind = reader.Choice("utility", UtilityKind.Gas);
        var material = Material.Of(reader.Text("material", 80, required: true));
        var conductor = LineBuild.Of(kind, material, null);
        if (conductor is null && reader.Has("material"))
        {
            reader.Refuse("material", "A line of that carries nothing; say what metal goes with it, like PE with tracer.");
        }

        var points = reader.Places("points", DrawnYard.MostPoints);
        if (!SiteRules.IsRun(points))
        {
            reader.Refuse("points", "Two places or more, east and north, one a line.");
        }
        else if (new Run(points).Length < DrawnYard.LeastLineMetres)
        {
            reader.Refuse("points", FormattableString.Invariant($"A line is {DrawnYard.LeastLineMetres} m long or longer."));
        }

        var depths = Request.Form["depths"].ToString().Split((char[])[' ', ';', '\n', '\r', '\t'], StringSplitOptions.RemoveEmptyEntries)
            .Select(t => double.TryParse(t, NumberStyles.Float, CultureInfo.InvariantCulture, out var depth) ? depth : double.NaN).ToList();
        if (depths.Count != 1 && depths.Count != points.Count || depths.Any(d => !Depths.Hold(d)))
        {
            reader.Refuse("depths", FormattableString.Invariant($"One depth in metres, or one for each point, from {Depths.Least} to {Depths.Most}."));
        }

        var (start, end) = (End(reader, "start"), End(reader, "end"));
        var live = reader.Number("live", "mA", 0.1, 5000);
        var (aside, doubt) = (reader.Number("aside", "m", -20, 20), reader.Number("doubt", "m", 0.1, 50));
        if (!reader.IsGood)
        {
            return null;
        }

        var id = Line?.Id ?? Enumerable.Range(1, 99).Select(i => FormattableString.Invariant($"line-{i}")).First(i => Site.Ground.Line(i) is null);
        var line = new BuriedLine(
            new SupposedLine(id, name, kind, points, new Depth(depths.Average()), conductor, start, end, live), [.. points.Select((_, i) => new Depth(depths.Count == 1 ? depths[0] : depths[i]))]);
        var records = Site.Records.Where(r => r.Of != id).ToList();
        if (reader.Ticked("recorded"))
        {
            records.Add(new YardRecord(kind, reader.Text("planOwner", DrawnYard.MostTitle) is { Length: > 0 } owner ? owner : Site.Owner, [.. points.Select((p, i) => p + (line.Run.DirectionAt(line.Run.ChainageOf(i)).Right * (aside ?? 0)))], doubt ?? 2, null, id));
        }

        double On(string of, double at) => of == id ? Math.Clamp(at, 0, line.Run.Length) : at;
        return Yard with
        {
            Site = Site with
            {
                Ground = Site.Ground with
                {
                    Lines = Line is null ? [.. Site.Ground.Lines, line] : [.. Site.Ground.Lines.Select(l => l.Id == id ? line : l)],
                    Bonds = [.. Site.Ground.Bonds.Select(b => b with { FromMetres = On(b.From, b.FromMetres), ToMetres = On(b.To, b.ToMetres) })], Joints = [.. Site.Ground.Joints.Select(j => j with { AtMetres = On(j.Line, j.AtMetres) })],
                },
                Records = records, Utility = Site.Target.Contains(id) ? kind : Site.Utility,
                Features = [.. Site.Features.Select(f => f with { Connections = [.. f.Connections.Select(c => c with { AtMetres = On(c.On, c.AtMetres) })] })],
            },
        };
    });

    public Task<IActionResult> OnPostFeatureAsync() => ChangeAsync(reader =>
    {
        var (kind, name) = (reader.Choice("kind", FeatureKind.Box), reader.Text("featureName", DrawnYard.MostTitle, required: true));
        var place = reader.Place("east", "north");
        if (place is null && !reader.Errors.Any(e => e.Field is "east" or "north"))
        {
            reader.Refuse("east", "Say where it stands.");
        }

        var says = Request.Form["says"].ToString();
        var on = Request.Form["on"].ToString();
        var (isDirect, isClamp) = (reader.Ticked("direct"), reader.Ticked("clamp"));
        if (on.Length > 0 && !isDirect && !isClamp)
        {
            reader.Refuse("on", "Say whether a lead or a clamp goes on it.");
        }

        if (!reader.IsGood)
        {
            return null;
        }

        var number = Enumerable.Range(1, 99).First(i => Site.Features.All(f => f.Id != FormattableString.Invariant($"f{i}")));
        var id = FormattableString.Invariant($"f{number}");
        var same = Site.Features.FirstOrDefault(f => f.Place.DistanceTo(place!.Value) < 0.3);
        id = same?.Id ?? id;
        List<YardConnection> connections = [.. same?.Connections ?? []];
        if (Site.Ground.Line(on) is { } line)
        {
            connections.Add(new YardConnection($"{id}-{(char)('a' + connections.Count)}", reader.Choice("what", YardContact.Wire), [.. isDirect ? [HookupMethod.Direct] : (HookupMethod[])[], .. isClamp ? [HookupMethod.Clamp] : (HookupMethod[])[]], on, line.Run.Project(place!.Value).ChainageMetres));
        }

        var feature = new YardFeature(id, kind, name, same?.Place ?? place!.Value, Enum.TryParse<UtilityKind>(says, out var utility) ? utility : null, connections);
        return Yard with { Site = Site with { Features = [.. Site.Features.Where(f => f != same), feature] } };
    });

    public Task<IActionResult> OnPostJoinAsync() => ChangeAsync(reader =>
    {
        var (from, to) = (Site.Ground.Line(Request.Form["from"].ToString()), Site.Ground.Line(Request.Form["to"].ToString()));
        if (from is null)
        {
            reader.Refuse("from", "Choose a line.");
        }

        var fromAt = reader.Number("fromAt", "m", 0, from?.Run.Length ?? 0);
        var toAt = reader.Number("toAt", "m", 0, to?.Run.Length ?? 0);
        var ohms = reader.Ohms("ohms", Ohms);
        return !reader.IsGood ? null : Yard with
        {
            Site = Site with
            {
                // Without a second line it is an insulating joint in the first.
                Ground = to is null ? Site.Ground with { Joints = [.. Site.Ground.Joints, new SupposedJoint(from!.Id, fromAt ?? 0, ohms)] }
                    : Site.Ground with { Bonds = [.. Site.Ground.Bonds, new SupposedBond(from!.Id, fromAt ?? 0, to.Id, toAt ?? 0, ohms ?? 0.5)] },
            },
        };
    });

    public Task<IActionResult> OnPostSurfaceAsync() => ChangeAsync(reader =>
    {
        var ring = reader.Places("ring", DrawnYard.MostPoints);
        if (ring.Count < 3)
        {
            reader.Refuse("ring", "Three corners or more, one a line.");
        }

        return !reader.IsGood ? null : Yard with { Site = Site with { Surfaces = [.. Site.Surfaces, new YardSurface(reader.Choice("surface", YardSurfaceKind.Paved), [.. ring])] } };
    });

    public Task<IActionResult> OnPostRemoveAsync() => ChangeAsync(reader =>
    {
        var (what, at) = Request.Form["what"].ToString().Split(':') is [var kind, var number] && int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var index) ? (kind, index) : ("", -1);
        IReadOnlyList<T> Without<T>(IReadOnlyList<T> of) => [.. of.Where((_, i) => i != at)];
        var ground = Site.Ground;
        if (what == "line" && at < ground.Lines.Count)
        {
            var id = ground.Lines[at].Id;
            return Yard with
            {
                Site = Site with
                {
                    Ground = ground with { Lines = Without(ground.Lines), Bonds = [.. ground.Bonds.Where(b => b.From != id && b.To != id)], Joints = [.. ground.Joints.Where(j => j.Line != id)] }, Records = [.. Site.Records.Where(r => r.Of != id)],
                    Features = [.. Site.Features.Select(f => f with { Connections = [.. f.Connections.Where(c => c.On != id)] })], Target = [.. Site.Target.Where(t => t != id)],
                    Unknowable = [.. Site.Unknowable.Where(t => t != id)], SameToAll = [.. Site.SameToAll.Where(t => t != id)],
                },
            };
        }

        return what switch
        {
            "bond" => Yard with { Site = Site with { Ground = ground with { Bonds = Without(ground.Bonds) } } },
            "joint" => Yard with { Site = Site with { Ground = ground with { Joints = Without(ground.Joints) } } },
            "feature" => Yard with { Site = Site with { Features = Without(Site.Features) } },
            "surface" => Yard with { Site = Site with { Surfaces = Without(Site.Surfaces) } },
            _ => Yard,
        };
    });

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Made = await Db.Yards.AsNoTracking().SingleOrDefaultAsync(y => y.Id == Id, cancellation);
        if (Made is null || YardFile.Read(Made.Drawn) is not { IsGood: true } read)
        {
            Made = null;
            return;
        }

        Yard = read.Value;
        var code = YardShelf.CodeOf(Made);
        IsPlayed = await Db.Rounds.AnyAsync(r => r.Yard == code, cancellation);
        var firm = await Db.Firms.AsNoTracking().SingleAsync(cancellation);
        Sheet = YardSheet.Of(Yard.AsYard(code), Site, Id, firm, await PlaceCustoms.OfAsync(Db, firm, cancellation), clock.Now());
        Plan = new PlanDrawing(Sheet, Person.Units, PlanWidth, PlanHeight, null);
    }

    private static SupposedEnd End(FormReader reader, string name)
    {
        var kind = reader.Choice(name, EndSupposed.Open);
        var ohms = reader.Ohms(name + "Ohms", Ohms);
        return kind switch
        {
            EndSupposed.Earthed => new SupposedEnd(EndSupposed.Earthed, ohms ?? SupposedEnd.UsualOhms),
            EndSupposed.GoesOn => SupposedEnd.GoesOn,
            EndSupposed.Open => new SupposedEnd(EndSupposed.Open),
        };
    }

    private Scene Laid(PlanDrawing plan) => (plan.Scene with { Layers = [.. plan.Scene.Layers, .. OpenedDrawing.Ground(Site)] }).WithoutLinks();

    /// <summary>Keeps what comes of a form where it is a yard still; one that has been played stays, and a new one takes its place.</summary>
    private async Task<IActionResult> ChangeAsync(Func<FormReader, DrawnYard?> change)
    {
        if (Made is null)
        {
            return NotFound();
        }

        var reader = Reader();
        var changed = change(reader);
        if (changed is not null)
        {
            foreach (var error in changed.Check())
            {
                reader.Refuse("yard", error.Sentence);
            }
        }

        if (changed is null || !reader.IsGood)
        {
            return Refused(reader);
        }

        var kept = await Db.Yards.SingleAsync(y => y.Id == Id, HttpContext.RequestAborted);
        var drawn = YardFile.Write(changed);
        if (IsPlayed && drawn != kept.Drawn)
        {
            kept.IsPutAway = true;
            kept = new MadeYard { Title = changed.Title, Drawn = drawn, MadeBy = Visitor.Name, MadeAt = clock.Now() };
            Db.Yards.Add(kept);
        }
        else
        {
            (kept.Title, kept.Drawn) = (changed.Title, drawn);
        }

        await SaveAsync();
        return Redirect($"/practice/make/{kept.Id}");
    }
}
