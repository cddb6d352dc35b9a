using System.Text.Json;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using GentleMole.Web.Trust;

namespace GentleMole.Web.Api;

/// <summary>The planner of a job's lines, wires compared, an instrument's function check.</summary>
internal static class HookupPlanApi
{
    private const int MostWires = 50;
    private const int MostDepths = 1000;

    public static void MapHookupPlan(this RouteGroupBuilder api)
    {
        api.MapGet("/jobs/{id:int}/lines/{line:int}/hookups", (Delegate)PlanAsync).WithTags("Hookup").Produces<HookupPlanAnswer>().ProducesProblem(404)
            .WithSummary("Hookups for a line of a job, solved and ranked on the ground as supposed");
        api.MapPost("/bench/wires", (Delegate)WiresAsync).WithTags("Hookup").Accepts<WiresRequest>("application/json").Produces<WiresAnswer>().ProducesProblem(400)
            .WithSummary("Several wires of one box compared");
        api.MapPost("/bench/function-check", (Delegate)FunctionCheckAsync).WithTags("Hookup").Accepts<FunctionCheckRequest>("application/json").Produces<FunctionCheckAnswer>().ProducesProblem(400)
            .WithSummary("A receiver over a line of known depth");
    }

    private static async Task<IResult> PlanAsync(int id, int line, HttpContext http, SheetLoader loader, SignalDesk desk)
    {
        if (!http.Admitted().MaySeeJob(id) || await loader.LoadAsync(id, http.RequestAborted) is not { } sheet || sheet.LineById(line) is not { } target)
        {
            return ApiProblem.Status(StatusCodes.Status404NotFound);
        }

        var sender = (sheet.InstrumentAtHand(InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter();
        var hearer = (sheet.InstrumentAtHand(InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver();
        var plan = SheetGround.Task(sheet, target, sender, hearer) is { } task ? await desk.Plan(task).Work.WaitAsync(http.RequestAborted) : null;
        return Results.Ok(new HookupPlanAnswer(
            target.Line.Owner, plan?.Solved ?? 0,
            [.. (plan?.Ranked ?? []).Select(Answer)],
            [.. (plan?.Refused ?? []).Select(w => new RefusedWayAnswer(Word(w.Method), w.Point.Name, w.Refusal.ToString(), HookupWords.Refused(w)))]));
    }

    private static PlannedHookupAnswer Answer(JudgedHookup judged)
    {
        var (p, t) = (judged.Prediction, judged.Try);
        return new PlannedHookupAnswer(
            Word(t.Method), t.ConnectedTo, [t.At.East, t.At.North], t.Stake is { } s ? [s.East, s.North] : null, t.Hertz, t.SetMilliamps,
            judged.Verdict.ToString().ToLowerInvariant(), judged.IsAdequate, judged.AdequateIn,
            p.StartMilliamps, p.EndMilliamps, p.ReachMetres, p.Covers, p.Share, p.Worst?.Part, p.Worst?.Line, p.Shown.LoopOhms, p.Shown.ResistiveOhms, p.BatteryHours,
            [.. judged.Grounds.Select(g => new PlausibleGroundAnswer(
                JsonNamingPolicy.KebabCaseLower.ConvertName(g.Doubt.ToString()), [.. g.Failings.Select(f => f.ToString().ToLowerInvariant())], g.Prediction.EndMilliamps, g.Prediction.Margin, g.Prediction.Share, g.Prediction.Worst?.Part, g.Prediction.Shown.ResistiveOhms, g.EnoughMilliamps))]);
    }

    private static async Task<IResult> WiresAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<WiresRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        if (body.Wires is not { Count: > 0 and <= MostWires } wires)
        {
            return ApiProblem.BadInput("wires", $"It must be a list of 1 to {MostWires} wires.");
        }

        var trials = wires.Select((w, i) => new WireTrial(
            string.IsNullOrWhiteSpace(w?.Wire) ? $"wire {i + 1}" : w.Wire.Trim(),
            checks.Optional(w?.Volts, $"wires[{i}].volts", HookupRules.Volts),
            checks.Optional(w?.SentMilliamps, $"wires[{i}].sentMilliamps", HookupRules.SentMilliamps),
            checks.Optional(w?.HeardMilliamps, $"wires[{i}].heardMilliamps", ReadingRules.Milliamps))).ToList();
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var compared = WireComparison.Of(trials);
        return Results.Ok(new WiresAnswer(
            compared.Likely?.Trial.Wire,
            [.. compared.Results.Select(r => new WireAnswer(r.Trial.Wire, r.Finding.ToString(), r.Part, r.LoopOhms is { } o && double.IsFinite(o) ? o : null))]));
    }

    private static async Task<IResult> FunctionCheckAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<FunctionCheckRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var known = checks.Number(body.KnownDepthMetres, "knownDepthMetres");
        var read = (body.ReadMetres ?? []).Take(MostDepths + 1).Select((d, i) => checks.Number(d, $"readMetres[{i}]")).ToList();
        if (read.Count > MostDepths)
        {
            checks.Add("readMetres", $"There are more than {MostDepths} depths; that is the most.");
        }

        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var check = FunctionCheck.Of(known, read);
        return check.IsGood
            ? Results.Ok(new FunctionCheckAnswer(check.Value.Passed, check.Value.MeanMetres, check.Value.BiasMetres, check.Value.ScatterMetres))
            : ApiProblem.BadInput(check.Errors.Select(e => e with { Field = e.Field == "known" ? "knownDepthMetres" : "readMetres" }).ToList());
    }

    private static string Word(HookupMethod method) => method.ToString().ToLowerInvariant();
}
