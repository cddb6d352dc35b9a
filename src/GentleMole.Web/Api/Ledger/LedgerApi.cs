using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>The current along a line.</summary>
internal static class LedgerApi
{
    public static void MapLedger(this RouteGroupBuilder bench) =>
        bench.MapPost("/ledger", (Delegate)LedgerAsync)
            .Accepts<LedgerRequest>("application/json").Produces<LedgerAnswer>().ProducesProblem(400)
            .WithSummary("Where the current along a line goes");

    private static async Task<IResult> LedgerAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<LedgerRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var stations = checks.Each(body.Stations, "stations", LedgerRules.MostStations, isNeeded: true, (s, path) => new LedgerStation(
            checks.Number(s.ChainageMetres, $"{path}.chainageMetres", LedgerRules.Chainage), checks.Number(s.CurrentMilliamps, $"{path}.currentMilliamps", LedgerRules.Milliamps),
            Depth.OfMetres(checks.Optional(s.DepthMetres, $"{path}.depthMetres", LedgerRules.Depth))));
        var tees = checks.Each(body.Tees, "tees", LedgerRules.MostTees, isNeeded: false, (t, path) => new LedgerTee(
            checks.Number(t.ChainageMetres, $"{path}.chainageMetres", LedgerRules.Chainage),
            [.. (t.BranchesMilliamps ?? []).Take(LedgerRules.MostTees + 1).Select((b, i) => checks.Number(b, $"{path}.branchesMilliamps[{i}]", LedgerRules.BranchMilliamps))]));
        var task = new LedgerTask(
            stations, tees, checks.Optional(body.SentMilliamps, "sentMilliamps", LedgerRules.Milliamps),
            checks.Optional(body.RelativeNoise, "relativeNoise", LedgerRules.Noise) ?? LedgerTask.UsualNoise);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        return LedgerRules.Check(task) is { Count: > 0 } wrong
            ? ApiProblem.BadInput(wrong)
            : await gate.RunAsync(() => Results.Ok(Answer(CurrentLedger.Of(task).Value)), http.RequestAborted);
    }

    private static LedgerAnswer Answer(CurrentLedger ledger) => new(
        LedgerWords.Trend(ledger.Trend), ledger.PerMetre, ledger.StartMilliamps, ledger.StartShare,
        [.. ledger.Expected.Select(e => new ExpectedCurrentAnswer(e.ChainageMetres, e.Milliamps.Value, e.Milliamps.Low95, e.Milliamps.High95))],
        [.. ledger.Losses.Select(l => new LossAnswer(
            l.FromMetres, l.ToMetres, l.Milliamps.Value, l.Milliamps.Low95, l.Milliamps.High95, l.Probability, [.. l.Causes.Select(c => new LossCauseAnswer(LedgerWords.Cause(c.Kind), c.Probability))]))],
        ledger.Outliers,
        [.. ledger.Tees.Select(t => new TeeAnswer(t.ChainageMetres, t.TrunkMilliamps, t.BranchSumMilliamps, t.MissingMilliamps, t.SigmaMilliamps, LedgerWords.Tee(t.Verdict)))]);
}
