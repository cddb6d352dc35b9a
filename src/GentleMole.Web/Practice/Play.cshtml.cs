using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>SIMULATED. A round on the sheet: played until it is finished, laid open after that.</summary>
internal sealed class PlayPage(MoleDb db, PracticeDesk desk, TimeProvider clock) : PracticePage(db)
{
    private const int PlanWidth = 876;
    private const int PlanHeight = 420;

    [BindProperty(SupportsGet = true, Name = "id")]
    public int Id { get; set; }

    /// <summary>Whose currents are shown when the ground lies open: a number of a hookup, or <c>best</c>.</summary>
    [BindProperty(SupportsGet = true, Name = "hookup")]
    public string? Hooked { get; set; }

    /// <summary>Whose walk is shown when the ground lies open: <c>careful</c> for that of somebody simulated, else the player's own.</summary>
    [BindProperty(SupportsGet = true, Name = "by")]
    public string? By { get; set; }

    public PracticePlay? Play { get; private set; }

    public JobSheet Sheet { get; private set; } = null!;

    public YardRound Round => Play!.Round;

    public YardSite Site => Round.Site;

    public bool IsOpened => Play?.Row.FinishedAt is not null;

    public YardScore Score { get; private set; } = null!;

    public YardBest? Best { get; private set; }

    /// <summary>SIMULATED. The same ground, walked with care; null where nobody can, and until it is laid open.</summary>
    public (YardRound Round, YardScore Score)? Careful { get; private set; }

    /// <summary>It is the careful walk that is shown.</summary>
    public bool IsCareful => By == CarefulWord && Careful is not null;

    public const string CarefulWord = "careful";

    /// <summary>The walk that is shown.</summary>
    public YardRound Walked => IsCareful ? Careful!.Value.Round : Round;

    /// <summary>What it came to.</summary>
    public YardScore WalkedScore => IsCareful ? Careful!.Value.Score : Score;

    /// <summary>The page with another hookup's currents, of the same walk.</summary>
    public string With(string hookup) => $"/practice/{Id}?{(IsCareful ? $"by={CarefulWord}&" : "")}hookup={hookup}";

    /// <summary>The hookup whose currents are drawn; null where there is none.</summary>
    public YardHooked? Shown { get; private set; }

    public PlanDrawing Plan { get; private set; } = null!;

    public string PlanSvg => new SvgScene(Laid(Plan.Scene, Plan.MetresPerPixel).WithoutLinks(), SvgMode.Units).Inner();

    public Scene Section => OpenedDrawing.Section(Walked, PlanWidth, 170);

    public IActionResult OnGet() => Play is null ? NotFound() : Page();

    /// <summary>What may be seen, and what was done so far.</summary>
    public async Task<IActionResult> OnGetStateAsync() =>
        (await desk.LookAsync(Id, Player, play => JsonSerializer.SerializeToElement(YardTold.Round(play, isWhole: true), JsonSerializerOptions.Web), HttpContext.RequestAborted)) is { Stop: null } told ? new JsonResult(told.Value) : NotFound();

    /// <summary>The way that was walked, with what was shown, to be played again once it is finished.</summary>
    public IActionResult OnGetReplay() => !IsOpened ? NotFound() : new JsonResult(new
    {
        Readings = Walked.Readings.Select((r, i) => new { Hookup = r.Hookup, At = IsCareful ? $"reading {i + 1}" : PracticeTimes.Since(Play!, Play!.Times[i]), r.Ask.Place.East, r.Ask.Place.North, Heading = r.Ask.Heading.Degrees, Shown = YardTold.Shown(r.Shown) }),
        Causes = Score.Why.Select(w => new { Text = PracticeWords.Cause(w, Site, PracticeTimes.At(Play!, w)), Reading = w.SeenAtReading }).Where(w => w.Reading is not null),
    });

    public IActionResult OnGetWindow(double west, double north, int width, int height, double unit)
    {
        if (Play is null)
        {
            return NotFound();
        }

        if (!SiteRules.IsPlace(new SitePoint(west, north)) || width is < 50 or > 6000 || height is < 50 or > 6000 || unit is not (> 1e-5 and < 1000))
        {
            return BadRequest();
        }

        var plan = new PlanDrawing(Sheet, Person.Units, SceneFrame.Plan(west, north, unit, width, height), null);
        return Content($"<svg xmlns=\"http://www.w3.org/2000/svg\" data-grid=\"{PlanDrawing.N(plan.Grid)}\">{new SvgScene(Laid(plan.Scene, plan.MetresPerPixel).WithoutLinks(), SvgMode.Units).Inner()}</svg>", "text/html");
    }

    public async Task<IActionResult> OnPostHookAsync()
    {
        var (body, refused) = await BodyAsync<HookBody>();
        if (body is null)
        {
            return refused!;
        }

        var method = Enum.GetValues<HookupMethod>().Cast<HookupMethod?>().FirstOrDefault(m => PracticeWords.Method(m!.Value) == body.Method);
        if (method is null)
        {
            return Wrong([new FieldError("method", "Say how it is hooked up.")]);
        }

        SitePoint? Place(double?[]? of) => of is [{ } east, { } north, ..] ? new SitePoint(east, north) : null;
        var hookup = method switch
        {
            HookupMethod.Direct => new YardHookup(
                HookupMethod.Direct, body.Connection, body.TestedDead, Place(body.Stake) is { } stake ? new YardStake(stake, body.Driven ?? 1, body.Wetted) : null, null, body.FrequencyHertz, body.SetMilliamps),
            HookupMethod.Clamp => new YardHookup(HookupMethod.Clamp, body.Connection, Hertz: body.FrequencyHertz, SetMilliamps: body.SetMilliamps),
            HookupMethod.Induction => new YardHookup(
                HookupMethod.Induction, Box: Place(body.Box) is { } box ? new YardBox(box, Azimuth.Of(body.Azimuth is { } way && double.IsFinite(way) ? way : 0)) : null, Hertz: body.FrequencyHertz, SetMilliamps: body.SetMilliamps),
            HookupMethod.Passive or null => YardHookup.Passive,
        };
        return Told(await desk.HookAsync(Id, Player, hookup, HttpContext.RequestAborted), made => new
        {
            Hookup = Round.Hookups.Count, Answer = YardTold.Hooked(made), Say = made.Stopped is { } stop ? PracticeWords.Stop(stop) : Circuit(made),
        });
    }

    public async Task<IActionResult> OnPostReadAsync()
    {
        var (body, refused) = await BodyAsync<ReadBody>();
        if (body is null)
        {
            return refused!;
        }

        if (body.Readings is null or { Length: 0 or > PracticeDesk.MostAtOnce } || body.Readings.Any(r => r is not { Length: 4 }))
        {
            return Wrong([new FieldError("readings", $"From one to {PracticeDesk.MostAtOnce} readings, each with place, height and heading.")]);
        }

        return Told(
            await desk.ReadAsync(Id, Player, [.. body.Readings.Select(r => new YardReadingAsk(new SitePoint(r[0], r[1]), r[2], Azimuth.Of(double.IsFinite(r[3]) ? r[3] : 0)))], HttpContext.RequestAborted),
            shown => new { Readings = shown.Select(YardTold.Shown) });
    }

    public async Task<IActionResult> OnPostMarkAsync()
    {
        var (body, refused) = await BodyAsync<MarkBody>();
        if (body is null)
        {
            return refused!;
        }

        if (body.Points is null or { Length: > PracticeDesk.MostPoints } || body.Points.Any(p => p is not [not null, not null, _]) || Utility(body.Utility) is not { } utility)
        {
            return Wrong([new FieldError("points", $"Marks of one utility, up to {PracticeDesk.MostPoints}.")]);
        }

        // Marks are made in any order; along the line they stand where they lengthen it least.
        var points = YardPoint.AlongTheLine([.. body.Points.Select(p => new YardPoint(new SitePoint(p[0]!.Value, p[1]!.Value), p[2]))]);
        return Told(await desk.MarkAsync(Id, Player, utility, points, HttpContext.RequestAborted), _ => new { points.Count, Points = points.Select(p => new[] { p.Place.East, p.Place.North, p.DepthMetres }) });
    }

    public async Task<IActionResult> OnPostAnswerAsync()
    {
        var (body, refused) = await BodyAsync<AnswerBody>();
        if (body is null)
        {
            return refused!;
        }

        var answer = new[] { LineAnswer.Marked, LineAnswer.NotFound, LineAnswer.Clear, LineAnswer.Escalated }.Cast<LineAnswer?>().FirstOrDefault(a => PracticeWords.Code(a!.Value) == body.Answer);
        if (answer is null || Utility(body.Utility) is not { } utility || body.Why?.Length > PracticeDesk.MostWhy)
        {
            return Wrong([new FieldError("answer", $"Choose an answer; why has {PracticeDesk.MostWhy} characters at most.")]);
        }

        return Told(await desk.AnswerAsync(Id, Player, new YardAnswer(utility, answer.Value, body.Why ?? ""), HttpContext.RequestAborted), _ => new { Utility = body.Utility });
    }

    public async Task<IActionResult> OnPostFinishAsync()
    {
        var told = await desk.FinishAsync(Id, Player, HttpContext.RequestAborted);
        return told.Stop == PracticeStop.NoSuchRound ? NotFound() : Redirect($"/practice/{Id}");
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        // The door is shut before anything of the round is looked at: it belongs to who plays it.
        Play = (await desk.LookAsync(Id, Player, play =>
        {
            // What is reckoned of a finished round is reckoned while nobody else does.
            (Score, Best, Careful) = play.Row.FinishedAt is null ? (null!, null, null) : (play.Score, play.Best, play.Careful);
            return play;
        }, cancellation)).Value;
        if (Play is null)
        {
            return;
        }

        var firm = await Db.Firms.AsNoTracking().SingleAsync(cancellation);
        Sheet = YardSheet.Of(Round.Yard, Site, Id, firm, await PlaceCustoms.OfAsync(Db, firm, cancellation), clock.Now());
        Plan = new PlanDrawing(Sheet, Person.Units, PlanWidth, PlanHeight, null);
        if (IsOpened)
        {
            var number = int.TryParse(Hooked, out var asked) && asked >= 1 && asked <= Walked.Hookups.Count ? asked : WalkedScore.RestsOn;
            Shown = Hooked == "best" ? Best?.Made : number is { } on ? Walked.Hookups[on - 1] : null;
        }
    }

    private Scene Laid(Scene plan, double metresPerPixel) => IsOpened ? plan with { Layers = [.. plan.Layers, .. OpenedDrawing.Layers(Walked, Shown, metresPerPixel)] } : plan;

    private static UtilityKind? Utility(string? word) => Utilities.All.Cast<UtilityKind?>().FirstOrDefault(u => PracticeWords.Code(u!.Value) == word);

    /// <summary>What the transmitter shows, as one would read it aloud.</summary>
    private static string Circuit(YardHooked made) => made.Hookup.Method switch
    {
        HookupMethod.Passive => "The transmitter is off; what is live can be heard.",
        HookupMethod.Direct when made.Shown is { Amperes: { } amperes, Volts: { } volts, LoopOhms: { } ohms } =>
            $"{FigureWords.Milliamps(amperes * 1000)} at {FigureWords.Figure(volts)} V: the loop has {FigureWords.Ohms(ohms)}.",
        HookupMethod.Direct => "No current flows.",
        HookupMethod.Clamp => "The clamp is closed and sends.",
        HookupMethod.Induction => "The coil sends. Keep away from the box: it is heard itself.",
    };

    private async Task<(T? Body, IActionResult? Refused)> BodyAsync<T>()
        where T : class
    {
        if (Play is null)
        {
            return (null, NotFound());
        }

        try
        {
            return await JsonSerializer.DeserializeAsync<T>(Request.Body, JsonSerializerOptions.Web, HttpContext.RequestAborted) is { } body ? (body, null) : (null, Wrong([new FieldError("body", "It is empty.")]));
        }
        catch (JsonException)
        {
            return (null, Wrong([new FieldError("body", "It cannot be read.")]));
        }
    }

    private IActionResult Told<T>(PracticeTold<T> told, Func<T, object> tell) => told.Stop switch
    {
        PracticeStop.NoSuchRound => NotFound(),
        PracticeStop.Finished => new JsonResult(new { Say = "This round is finished." }) { StatusCode = StatusCodes.Status409Conflict },
        PracticeStop.Full => new JsonResult(new { Say = "This round holds as much as a round may; finish it." }) { StatusCode = StatusCodes.Status409Conflict },
        null => told.Errors.Count > 0 ? Wrong(told.Errors) : new JsonResult(tell(told.Value!)),
    };

    private static JsonResult Wrong(IReadOnlyList<FieldError> errors) => new(new { Errors = errors.Select(e => new { e.Field, e.Sentence }) }) { StatusCode = StatusCodes.Status400BadRequest };

    private sealed record HookBody(string? Method, string? Connection, bool TestedDead, double?[]? Stake, double? Driven, bool Wetted, double?[]? Box, double? Azimuth, double? FrequencyHertz, double? SetMilliamps);

    private sealed record ReadBody(double[][]? Readings);

    private sealed record MarkBody(string? Utility, double?[][]? Points);

    private sealed record AnswerBody(string? Utility, string? Answer, string? Why);
}
