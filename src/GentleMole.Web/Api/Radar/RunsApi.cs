using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Radar;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Responses on the lines of a radar grid, joined into runs.</summary>
internal static class RunsApi
{
    public static void MapRuns(this RouteGroupBuilder bench) =>
        bench.MapPost("/radar/runs", (Delegate)RunsAsync)
            .Accepts<RunsRequest>("application/json").Produces<RunsAnswer>().ProducesProblem(400)
            .WithSummary("Which responses of neighbouring radar lines are of one long body");

    private static async Task<IResult> RunsAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<RunsRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var lines = checks.Each(body.Lines, "lines", GridRules.MostLines, isNeeded: true, (l, path) => Line(l, path, checks));
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        return GridRules.Check(lines) is { Count: > 0 } wrong
            ? ApiProblem.BadInput(wrong)
            : await gate.RunAsync(() => Results.Ok(Answer(RunSearch.Of(lines, http.RequestAborted), lines)), http.RequestAborted);
    }

    private static GridLine Line(GridLineBody body, string path, Checks checks)
    {
        if (body.Id is null)
        {
            checks.Add($"{path}.id", $"It is missing; it must be a name of 1 to {GridRules.MostName} characters.");
        }

        return new GridLine(
            body.Id ?? "", checks.Place(body.From, $"{path}.from"), checks.Place(body.To, $"{path}.to"),
            checks.Each(body.Targets, $"{path}.targets", GridRules.MostTargets, isNeeded: true, (t, at) => Target(t, at, checks)));
    }

    private static GridTarget Target(GridTargetBody body, string path, Checks checks) => new(
        checks.Number(body.AlongMetres, $"{path}.alongMetres"),
        Estimate.Symmetric(
            checks.Number(body.CoverMetres, $"{path}.coverMetres", RadarRules.Cover), checks.Number(body.CoverUncertaintyMetres, $"{path}.coverUncertaintyMetres", GridRules.CoverUncertainty)),
        checks.Number(body.VelocityMetresPerNanosecond, $"{path}.velocityMetresPerNanosecond", RadarRules.Velocity),
        checks.Word(body.Polarity, $"{path}.polarity", RadarWords.Polarities) == RadarWords.PolarityWord(isNormal: true),
        checks.Number(body.Confidence, $"{path}.confidence", GridRules.Confidence));

    private static RunsAnswer Answer(GridRuns found, IReadOnlyList<GridLine> lines) => new(
        [.. found.Runs.Select(r => new RunAnswer(
            [.. r.Points.Select(p => new[] { p.Place.East, p.Place.North, p.CoverMetres })], [.. r.Points.Select(p => new object[] { lines[p.Line].Id, p.Target })],
            [.. r.Points.Select(p => p.CrossingDegrees)], r.CoverUncertaintyMetres, RadarWords.PolarityWord(r.IsNormal), r.Probability))],
        [.. found.Isolated.Select(i => new object[] { lines[i.Line].Id, i.Target })]);
}
