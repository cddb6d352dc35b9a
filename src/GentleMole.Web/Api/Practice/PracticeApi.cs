using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Web.Practice;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>SIMULATED. Practice yards by the API: begin, hook up, read, mark, answer, finish. A round belongs to the token that began it.</summary>
internal static class PracticeApi
{
    private static readonly string[] Methods = [.. Enum.GetValues<HookupMethod>().Select(PracticeWords.Method)];
    private static readonly LineAnswer[] Answers = [LineAnswer.Marked, LineAnswer.NotFound, LineAnswer.Clear, LineAnswer.Escalated];

    public static void MapPractice(this RouteGroupBuilder practice)
    {
        practice.MapGet("/yards", async (YardShelf shelf, HttpContext http) => (await shelf.AllAsync(http.RequestAborted)).Select(YardTold.Yard)).WithSummary("Yards to practise in");
        var rounds = practice.MapGroup("/rounds");
        rounds.MapPost("", StartAsync).RequireAuthorization(ApiScopes.Send).Accepts<RoundRequest>("application/json").ProducesProblem(400).WithSummary("Begin a round (simulated)");
        rounds.MapGet("/{id}", LookAsync).ProducesProblem(404).WithSummary("A round, with what was done so far");
        rounds.MapPost("/{id}/hookups", HookAsync).RequireAuthorization(ApiScopes.Send).Accepts<YardHookupRequest>("application/json").ProducesProblem(400).ProducesProblem(409).WithSummary("Make a hookup");
        rounds.MapPost("/{id}/readings", ReadAsync).RequireAuthorization(ApiScopes.Send).Accepts<YardReadingsRequest>("application/json").ProducesProblem(400).ProducesProblem(409).WithSummary("Read the receiver");
        rounds.MapPost("/{id}/marks", MarkAsync).RequireAuthorization(ApiScopes.Send).Accepts<YardMarksRequest>("application/json").ProducesProblem(400).ProducesProblem(409).WithSummary("Mark a utility");
        rounds.MapPost("/{id}/answers", AnswerAsync).RequireAuthorization(ApiScopes.Send).Accepts<YardAnswerRequest>("application/json").ProducesProblem(400).ProducesProblem(409).WithSummary("Answer a utility");
        rounds.MapPost("/{id}/finish", FinishAsync).RequireAuthorization(ApiScopes.Send).ProducesProblem(409).WithSummary("Finish: the ground is laid open");
    }

    private static async Task<IResult> StartAsync(HttpContext http, PracticeDesk desk, YardShelf shelf)
    {
        var (body, refusal) = await ApiBody.ReadAsync<RoundRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var yard = body.Yard is { } code ? await shelf.FindAsync(code, http.RequestAborted) : null;
        if (yard is null)
        {
            checks.Add("yard", body.Yard is null ? "Say which yard." : "There is no yard of this code.");
        }

        if (body.Seed is { } seed && !(seed is >= 0 and <= Yard.MostSeed && seed == Math.Floor(seed)))
        {
            checks.Add("seed", $"It must be a whole number from 0 to {Yard.MostSeed}.");
        }

        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var play = await desk.StartAsync(Player(http), yard!, (int?)body.Seed, http.RequestAborted);
        return Results.Json(YardTold.Round(play, isWhole: false), statusCode: StatusCodes.Status201Created);
    }

    private static async Task<IResult> LookAsync(string id, HttpContext http, PracticeDesk desk) =>
        Told(await desk.LookAsync(Number(id), Player(http), play => YardTold.Round(play, isWhole: true), http.RequestAborted), round => round);

    private static async Task<IResult> HookAsync(string id, HttpContext http, PracticeDesk desk)
    {
        if (await RefusedAsync(id, http, desk) is { } refused)
        {
            return refused;
        }

        var (body, refusal) = await ApiBody.ReadAsync<YardHookupRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var hookup = Hookup(body, checks);
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors) : Told(await desk.HookAsync(Number(id), Player(http), hookup, http.RequestAborted), YardTold.Hooked);
    }

    private static async Task<IResult> ReadAsync(string id, HttpContext http, PracticeDesk desk)
    {
        if (await RefusedAsync(id, http, desk) is { } refused)
        {
            return refused;
        }

        var (body, refusal) = await ApiBody.ReadAsync<YardReadingsRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var asks = checks.Each(body.Readings, "readings", PracticeDesk.MostAtOnce, isNeeded: true, (r, path) => new YardReadingAsk(
            new SitePoint(checks.Number(r.EastMetres, $"{path}.eastMetres", ReadingPlaces), checks.Number(r.NorthMetres, $"{path}.northMetres", ReadingPlaces)),
            r.HeightMetres is null ? YardReadingAsk.OnGroundMetres : checks.Number(r.HeightMetres, $"{path}.heightMetres", YardReadingAsk.Heights), Azimuth.Of(Turn(checks.Number(r.HeadingDegrees, $"{path}.headingDegrees", Headings)))));
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors)
            : Told(await desk.ReadAsync(Number(id), Player(http), asks, http.RequestAborted), shown => new { Readings = shown.Select(YardTold.Shown) });
    }

    private static async Task<IResult> MarkAsync(string id, HttpContext http, PracticeDesk desk)
    {
        if (await RefusedAsync(id, http, desk) is { } refused)
        {
            return refused;
        }

        var (body, refusal) = await ApiBody.ReadAsync<YardMarksRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var utility = Utility(body.Utility, checks);
        var points = checks.Each(body.Points, "points", PracticeDesk.MostPoints, isNeeded: true, (p, path) => new YardPoint(
            new SitePoint(checks.Number(p.EastMetres, $"{path}.eastMetres", ReadingPlaces), checks.Number(p.NorthMetres, $"{path}.northMetres", ReadingPlaces)), checks.Optional(p.DepthMetres, $"{path}.depthMetres", YardPoint.Depths)));
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors)
            : Told(await desk.MarkAsync(Number(id), Player(http), utility, points, http.RequestAborted), _ => YardTold.Marks(utility, points));
    }

    private static async Task<IResult> AnswerAsync(string id, HttpContext http, PracticeDesk desk)
    {
        if (await RefusedAsync(id, http, desk) is { } refused)
        {
            return refused;
        }

        var (body, refusal) = await ApiBody.ReadAsync<YardAnswerRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var utility = Utility(body.Utility, checks);
        var word = checks.Word(body.Answer, "answer", [.. Answers.Select(PracticeWords.Code)]);
        if (body.Why?.Length > PracticeDesk.MostWhy)
        {
            checks.Add("why", $"It has {body.Why.Length} characters; {PracticeDesk.MostWhy} is the most.");
        }

        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var answer = new YardAnswer(utility, Answers.First(a => PracticeWords.Code(a) == word), body.Why ?? "");
        return Told(await desk.AnswerAsync(Number(id), Player(http), answer, http.RequestAborted), _ => YardTold.Answer(answer));
    }

    private static async Task<IResult> FinishAsync(string id, HttpContext http, PracticeDesk desk) =>
        Told(await desk.FinishAsync(Number(id), Player(http), http.RequestAborted), play => YardTold.Result(play));

    /// <summary>Of a hookup what its method needs; the rest is left out.</summary>
    private static YardHookup Hookup(YardHookupRequest body, Checks checks)
    {
        var word = checks.Word(body.Method, "method", Methods);
        var method = Enum.GetValues<HookupMethod>().FirstOrDefault(m => PracticeWords.Method(m) == word);
        if (word.Length == 0 || method == HookupMethod.Passive)
        {
            return YardHookup.Passive;
        }

        double? hertz = body.FrequencyHertz is null ? Missing(checks, "frequencyHertz") : body.FrequencyHertz, set = body.SetMilliamps is null ? Missing(checks, "setMilliamps") : body.SetMilliamps;
        if (method is HookupMethod.Direct or HookupMethod.Clamp && body.Connection is null)
        {
            Missing(checks, "connection");
        }

        return method switch
        {
            HookupMethod.Direct => new YardHookup(method, body.Connection, body.TestedDead ?? false, Stake(body.Stake, checks), null, hertz, set),
            HookupMethod.Clamp => new YardHookup(method, body.Connection, false, null, null, hertz, set),
            HookupMethod.Induction => new YardHookup(method, null, false, null, Box(body.Box, checks), hertz, set),
            HookupMethod.Passive => YardHookup.Passive,
        };
    }

    private static YardStake? Stake(YardStakeBody? body, Checks checks)
    {
        if (body is null)
        {
            Missing(checks, "stake");
            return null;
        }

        return new YardStake(
            new SitePoint(checks.Number(body.EastMetres, "stake.eastMetres", ReadingPlaces), checks.Number(body.NorthMetres, "stake.northMetres", ReadingPlaces)),
            body.Driven is null ? 1 : checks.Number(body.Driven, "stake.driven", 0, 1), body.Wetted ?? false);
    }

    private static YardBox? Box(YardBoxBody? body, Checks checks)
    {
        if (body is null)
        {
            Missing(checks, "box");
            return null;
        }

        return new YardBox(
            new SitePoint(checks.Number(body.EastMetres, "box.eastMetres", ReadingPlaces), checks.Number(body.NorthMetres, "box.northMetres", ReadingPlaces)), Azimuth.Of(Turn(checks.Number(body.AzimuthDegrees, "box.azimuthDegrees", Headings))));
    }

    private static UtilityKind Utility(string? word, Checks checks) =>
        checks.Word(word, "utility", [.. Utilities.All.Select(PracticeWords.Code)]) is { Length: > 0 } known ? Utilities.All.First(u => PracticeWords.Code(u) == known) : UtilityKind.Unknown;

    private static double? Missing(Checks checks, string field)
    {
        checks.Add(field, "It is missing.");
        return null;
    }

    private static Bounds ReadingPlaces => new(-1e5, 1e5);

    private static Bounds Headings => new(-360, 720);

    private static double Turn(double degrees) => double.IsFinite(degrees) ? degrees : 0;

    private static PracticePlayer Player(HttpContext http) => PracticePlayers.Of(http.User);

    /// <summary>Ids are whole numbers; anything else is nobody's round.</summary>
    private static int Number(string id) => int.TryParse(id, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : 0;

    /// <summary>A round that is not there, or finished, is said before its body is looked at.</summary>
    private static async Task<IResult?> RefusedAsync(string id, HttpContext http, PracticeDesk desk) =>
        await desk.LookAsync(Number(id), Player(http), play => play.Row.FinishedAt is null ? "" : "finished", http.RequestAborted) is var told && told.Stop is { } stop ? Stopped(stop) : told.Value == "finished" ? Stopped(PracticeStop.Finished) : null;

    private static IResult Told<T>(PracticeTold<T> told, Func<T, object> tell) =>
        told.Stop is { } stop ? Stopped(stop) : told.Errors.Count > 0 ? ApiProblem.BadInput(told.Errors) : Results.Json(tell(told.Value!));

    private static IResult Stopped(PracticeStop stop) => stop switch
    {
        PracticeStop.NoSuchRound => ApiProblem.Status(StatusCodes.Status404NotFound, "There is no round with this id."),
        PracticeStop.Finished => ApiProblem.Status(StatusCodes.Status409Conflict, "This round is finished; it takes no more."),
        PracticeStop.Full => ApiProblem.Status(StatusCodes.Status409Conflict, "This round holds as much as a round may; finish it."),
    };
}
