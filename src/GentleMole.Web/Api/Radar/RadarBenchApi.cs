using GentleMole.Core.Radar;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>What a radar is calibrated by: a curve laid over a response, a wheel held against a base.</summary>
internal static class RadarBenchApi
{
    public static void MapRadarBench(this RouteGroupBuilder bench)
    {
        bench.MapPost("/radar/hyperbola", (Delegate)HyperbolaAsync)
            .Accepts<HyperbolaRequest>("application/json").Produces<HyperbolaAnswer>().ProducesProblem(400)
            .WithSummary("Velocity and cover from the curve of a response");
        bench.MapPost("/radar/wheel", (Delegate)WheelAsync)
            .Accepts<WheelRequest>("application/json").Produces<WheelAnswer>().ProducesProblem(400)
            .WithSummary("A survey wheel held against a measured base");
    }

    private static async Task<IResult> HyperbolaAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<HyperbolaRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var task = new HyperbolaTask(
            checks.Each(body.Picks, "picks", RadarRules.MostPicks, isNeeded: true, (p, path) => new HyperbolaPick(
                checks.Number(p.AlongMetres, $"{path}.alongMetres", RadarRules.Along), checks.Number(p.TimeNanoseconds, $"{path}.timeNanoseconds", RadarRules.Time))),
            checks.Optional(body.PipeRadiusMetres, "pipeRadiusMetres", RadarRules.Radius) ?? 0, checks.Optional(body.CrossingDegrees, "crossingDegrees", RadarRules.Crossing) ?? 90,
            checks.Optional(body.TimeZeroNanoseconds, "timeZeroNanoseconds", RadarRules.Time) ?? 0, checks.Optional(body.AntennaSeparationMetres, "antennaSeparationMetres", RadarRules.Separation) ?? 0);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var fit = HyperbolaFit.Of(task);
        return !fit.IsGood ? ApiProblem.BadInput(fit.Errors) : Results.Ok(new HyperbolaAnswer(
            fit.Value.Velocity.Value, fit.Value.Velocity.HalfWidth, fit.Value.Permittivity, fit.Value.Along.Value, fit.Value.Cover.Value, fit.Value.Cover.HalfWidth));
    }

    private static async Task<IResult> WheelAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<WheelRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var length = checks.Number(body.TrueMetres, "trueMetres", RadarRules.Base);
        if (body.CountedMetres is null)
        {
            checks.Add("countedMetres", "It is missing; it must be a list of numbers.");
        }

        double[] counted = [.. (body.CountedMetres ?? []).Take(RadarRules.MostRepeats + 1).Select((c, i) => checks.Number(c, $"countedMetres[{i}]"))];
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var check = WheelCheck.Of(length, counted);
        return !check.IsGood ? ApiProblem.BadInput(check.Errors) : Results.Ok(new WheelAnswer(
            check.Value.Factor, check.Value.ScatterPerTenMetres, ReasonWords.Verdict(check.Value.Verdict), [.. check.Value.Reasons.Select(r => new ReasonAnswer(r.Code, RadarWords.Reason(r)))]));
    }
}
