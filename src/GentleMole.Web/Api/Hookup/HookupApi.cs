using System.Numerics;
using System.Text.Json;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Web.Setup;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Web.Api;

/// <summary>Current everywhere in a buried network.</summary>
internal static class HookupApi
{
    public static void MapHookup(this RouteGroupBuilder bench) =>
        bench.MapPost("/hookup", (Delegate)HookupAsync)
            .Accepts<HookupRequest>("application/json").Produces<HookupAnswer>().ProducesProblem(400)
            .WithSummary("Current everywhere in a buried network");

    private static async Task<IResult> HookupAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<HookupRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var reader = new NetworkReader(new Checks());
        var (network, source) = (reader.Network(body), reader.Source(body.Source));
        var hertz = reader.Checks.Number(body.FrequencyHertz, "frequencyHertz");
        if (reader.Checks.Errors.Count > 0 || network is null || source is null)
        {
            return ApiProblem.BadInput(reader.Checks.Errors);
        }

        if (NetworkRules.Check(network, source, hertz) is { Count: > 0 } wrong)
        {
            return ApiProblem.BadInput(RequestPath.Of(wrong));
        }

        return await gate.RunAsync(() =>
        {
            var solver = NetworkSolver.Of(new NetworkMesh(network, Cutting.For(hertz, source), http.RequestAborted), hertz, http.RequestAborted);
            return solver.IsGood ? Results.Ok(Answer(solver.Value.Solve(source))) : ApiProblem.BadInput(RequestPath.Of(solver.Errors));
        }, http.RequestAborted);
    }

    private static HookupAnswer Answer(SolvedNetwork solved)
    {
        var shown = solved.Shown;
        return new HookupAnswer(
            new SourceAnswer(
                shown.Amperes * 1000, shown.Volts, shown.LoopOhms, shown.Watts,
                solved.Source is DirectSource ? shown.LimitedBy switch { SourceLimit.Volts => "volts", SourceLimit.Watts => "watts", SourceLimit.Set => "set" } : null),
            [.. solved.Network.Lines.Select(l => new LineCurrentAnswer(l.Id, [.. solved.Stations(l.Id).Select(Station)]))]);
    }

    private static StationAnswer Station(LineStation station) =>
        new(station.ChainageMetres, station.Amperes.Magnitude * 1000, station.Amperes == Complex.Zero ? 0 : station.Amperes.Phase * 180 / Math.PI);
}
