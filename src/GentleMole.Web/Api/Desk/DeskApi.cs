using System.Globalization;
using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

/// <summary>Stateless calculations of notice, outline and desk study. Places are [east, north] in metres.</summary>
internal static class DeskApi
{
    private const int MostPoints = 5000;
    private const int MostLines = 100;

    public static void MapDesk(this RouteGroupBuilder bench)
    {
        bench.MapPost("/notice", (Delegate)NoticeAsync).Accepts<NoticeRequest>("application/json").Produces<NoticeAnswer>().ProducesProblem(400)
            .WithSummary("When digging may start after a call");
        bench.MapPost("/outline", (Delegate)OutlineAsync).Accepts<OutlineRequest>("application/json").Produces<OutlineAnswer>().ProducesProblem(400)
            .WithSummary("White marks of a proposed dig");
        bench.MapPost("/duct-bank", (Delegate)DuctBankAsync).Accepts<DuctBankRequest>("application/json").Produces<DuctBankAnswer>().ProducesProblem(400)
            .WithSummary("Envelope of a duct bank from its short notation");
        bench.MapPost("/lost-chamber", (Delegate)LostChamberAsync).Accepts<LostChamberRequest>("application/json").Produces<LostChamberAnswer>().ProducesProblem(400)
            .WithSummary("Where a chamber should be, by run lengths from one that is seen");
        bench.MapPost("/record-line", (Delegate)RecordLineAsync).Accepts<RecordLineRequest>("application/json").Produces<RecordLineAnswer>().ProducesProblem(400)
            .WithSummary("A line from cover over offset along a boundary");
        bench.MapPost("/site-fit", (Delegate)SiteFitAsync).Accepts<SiteFitRequest>("application/json").Produces<SiteFitAnswer>().ProducesProblem(400)
            .WithSummary("A drawing fitted to the site by two points or more");
    }

    private static Task<IResult> NoticeAsync(HttpContext http) => AnswerAsync<NoticeRequest, NoticeAnswer>(http, (body, checks) =>
    {
        var received = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(body.Received ?? "");
        if (!received.Success)
        {
            checks.Add("received", "It must be the local date and time of the call, like 2026-11-23T09:30.");
        }

        var cutOff = LocalTimePattern.CreateWithInvariantCulture("HH:mm").Parse(body.CutOff ?? "17:00");
        if (!cutOff.Success)
        {
            checks.Add("cutOff", "It must be an hour of the day, like 17:00.");
        }

        var zone = DateTimeZoneProviders.Tzdb.GetZoneOrNull(body.TimeZone ?? "UTC");
        if (zone is null)
        {
            checks.Add("timeZone", "It must be the name of a time zone, like Europe/London.");
        }

        var days = (body.Holidays ?? []).Take(MostPoints).Select((h, i) => (Day: LocalDatePattern.Iso.Parse(h ?? ""), Index: i)).ToList();
        foreach (var (_, i) in days.Where(d => !d.Day.Success))
        {
            checks.Add($"holidays[{i}]", "It must be a day, like 2026-12-25.");
        }

        var rule = ValidityRule.Parse(body.Rule, "rule");
        checks.Errors.AddRange(rule.Errors);
        return () =>
        {
            var times = NoticeClock.Count(
                received.Value, null, NoticeRules.Default with { Notice = rule.Value, CutOff = cutOff.Value },
                new WorkingCalendar(days.Select(d => new Holiday(d.Day.Value, ""))), zone!);
            return new NoticeAnswer(
                LocalDatePattern.Iso.Format(times.CountsFrom), times.DigMayStartAt.ToString("uuuu-MM-dd'T'HH:mm", CultureInfo.InvariantCulture), LocalDatePattern.Iso.Format(times.AnswerDue));
        };
    });

    private static Task<IResult> OutlineAsync(HttpContext http) => AnswerAsync<OutlineRequest, OutlineAnswer>(http, (body, checks) =>
    {
        var (corners, route) = (Points(body.Corners ?? [], "corners", checks), Points(body.Route ?? [], "route", checks));
        var (laterals, kerbs) = (Lines(body.Laterals, "laterals", checks), Lines(body.Kerbs, "kerbs", checks));
        var style = checks.Word(body.Style ?? "dashes", "style", "dashes", "flags", "stakes", "centre-stake") switch
        {
            "flags" => OutlineStyle.Flags, "stakes" => OutlineStyle.Stakes, "centre-stake" => OutlineStyle.CentreStake, _ => OutlineStyle.Dashes,
        };
        if (corners.Count > 0)
        {
            checks.Errors.AddRange(DigArea.Check(corners, "corners"));
        }

        var spacing = checks.Optional(body.SpacingMetres, "spacingMetres", DigOutline.ShortestSpacing, DigOutline.LongestSpacing);
        return () =>
        {
            var laid = DigOutline.Lay(new OutlineOrder(corners, route, laterals, [.. kerbs.Select(k => new Run(k))], style, spacing, body.PoorSight ?? false));
            return laid.IsGood
                ? new OutlineAnswer(
                    laid.Value.SpacingMetres, Pair(laid.Value.Centre), laid.Value.RadiusMetres, laid.Value.FitsCentreStake, laid.Value.PaintMillilitres,
                    [.. laid.Value.Marks.Select(m => new OutlineMarkAnswer(m.Number, JsonNamingPolicy.KebabCaseLower.ConvertName(m.Kind.ToString()), m.Place.East, m.Place.North, m.Along.Degrees))])
                : laid.Errors.ToList();
        };
    });

    private static Task<IResult> DuctBankAsync(HttpContext http) => AnswerAsync<DuctBankRequest, DuctBankAnswer>(http, (body, checks) =>
    {
        var bank = DuctBank.Parse(body.Text is { Length: <= 200 } text ? text : "", "text");
        checks.Errors.AddRange(bank.Errors);
        return () => new DuctBankAnswer(bank.Value.Count, bank.Value.WidthMetres, bank.Value.HeightMetres, [.. bank.Value.Ducts]);
    });

    private static Task<IResult> LostChamberAsync(HttpContext http) => AnswerAsync<LostChamberRequest, LostChamberAnswer>(http, (body, checks) =>
    {
        var run = Line(body.Run, "run", checks);
        var seenAt = checks.Number(body.SeenAtMetres, "seenAtMetres", 0, SiteRules.FarthestMetres);
        var lengths = (body.LengthsMetres ?? []).Take(MostPoints).Select((l, i) => checks.Number(l, $"lengthsMetres[{i}]", RecordRules.RunLength)).ToList();
        var doubt = checks.Optional(body.RunDoubtMetres, "runDoubtMetres", 0, RecordRules.Doubt.Most) ?? 1;
        return () =>
        {
            var lost = RecordGeometry.LostChamber(run!, seenAt, lengths, body.Backwards ?? false, doubt);
            return lost.IsGood
                ? new LostChamberAnswer(lost.Value.Place.East, lost.Value.Place.North, lost.Value.RadiusMetres)
                : lost.Errors.Select(e => e with { Field = "lengthsMetres" }).ToList();
        };
    });

    private static Task<IResult> RecordLineAsync(HttpContext http) => AnswerAsync<RecordLineRequest, RecordLineAnswer>(http, (body, checks) =>
    {
        var boundary = Line(body.Boundary, "boundary", checks);
        var figures = (body.Figures ?? []).Take(MostPoints).Select((f, i) => new CoverOverOffset(
            checks.Optional(f?.ChainageMetres, $"figures[{i}].chainageMetres", 0, SiteRules.FarthestMetres),
            checks.Number(f?.CoverMetres, $"figures[{i}].coverMetres", RecordRules.Cover),
            checks.Number(f?.OffsetMetres, $"figures[{i}].offsetMetres", RecordRules.Offset))).ToList();
        return () =>
        {
            var line = RecordGeometry.FromOffsets(boundary!, figures);
            return line.IsGood
                ? new RecordLineAnswer([.. line.Value.Points.Select(Pair)], line.Value.CoverMetres, line.Value.DoubtMetres)
                : line.Errors.ToList();
        };
    });

    private static Task<IResult> SiteFitAsync(HttpContext http) => AnswerAsync<SiteFitRequest, SiteFitAnswer>(http, (body, checks) =>
    {
        var pairs = (body.Pairs ?? []).Take(MostPoints).Select((p, i) => new FitPair(
            Place(p?.Drawing, $"pairs[{i}].drawing", 1e9, checks), Place(p?.Site, $"pairs[{i}].site", SiteRules.FarthestMetres, checks))).ToList();
        return () =>
        {
            var fit = SiteFit.Of(pairs);
            return fit.IsGood
                ? new SiteFitAnswer(fit.Value.Scale, fit.Value.TurnDegrees, Pair(fit.Value.Shift), fit.Value.ResidualsMetres)
                : fit.Errors.ToList();
        };
    });

    /// <summary>Reads a body, checks it, and computes only when nothing was wrong with it.</summary>
    private static async Task<IResult> AnswerAsync<TRequest, TAnswer>(HttpContext http, Func<TRequest, Checks, Func<Result<TAnswer>>> read)
        where TRequest : class
    {
        var (body, refusal) = await ApiBody.ReadAsync<TRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var compute = read(body, checks);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var answer = compute();
        return answer.IsGood ? Results.Ok(answer.Value) : ApiProblem.BadInput(answer.Errors);
    }

    private static Run? Line(List<List<double>?>? points, string field, Checks checks)
    {
        var read = Points(points ?? [], field, checks);
        if (SiteRules.IsRun(read))
        {
            return new Run(read);
        }

        checks.Add(field, "It needs at least two different points, each [east, north].");
        return null;
    }

    private static List<List<SitePoint>> Lines(List<List<List<double>?>?>? lines, string field, Checks checks)
    {
        if (lines?.Count > MostLines)
        {
            checks.Add(field, $"There are {lines.Count} lines; {MostLines} is the most.");
        }

        var read = (lines ?? []).Take(MostLines).Select((l, i) => Points(l ?? [], $"{field}[{i}]", checks)).ToList();
        foreach (var (line, i) in read.Select((l, i) => (l, i)).Where(l => !SiteRules.IsRun(l.l)))
        {
            checks.Add($"{field}[{i}]", "It needs at least two different points, each [east, north].");
        }

        return read;
    }

    private static List<SitePoint> Points(List<List<double>?> points, string field, Checks checks)
    {
        if (points.Count > MostPoints)
        {
            checks.Add(field, $"There are {points.Count} points; {MostPoints} is the most.");
        }

        return [.. points.Take(MostPoints).Select((p, i) => Place(p, $"{field}[{i}]", SiteRules.FarthestMetres, checks))];
    }

    private static SitePoint Place(List<double>? pair, string field, double farthest, Checks checks)
    {
        if (pair is [var east, var north] && Math.Abs(east) <= farthest && Math.Abs(north) <= farthest)
        {
            return new SitePoint(east, north);
        }

        checks.Add(field, $"It must be two numbers, [east, north], no farther than {farthest:0} m.");
        return default;
    }

    private static double[] Pair(SitePoint p) => [p.East, p.North];
}
