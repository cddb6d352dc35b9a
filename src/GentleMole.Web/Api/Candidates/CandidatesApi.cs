using GentleMole.Core.Candidates;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Responses met on passes, joined into candidate lines.</summary>
internal static class CandidatesApi
{
    private const int LongestId = 200;

    public static void MapCandidates(this RouteGroupBuilder bench) =>
        bench.MapPost("/candidates", (Delegate)CandidatesAsync)
            .Accepts<CandidatesRequest>("application/json").Produces<CandidatesAnswer>().ProducesProblem(400)
            .WithSummary("Which lines may lie under what was heard on passes");

    private static async Task<IResult> CandidatesAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<CandidatesRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var numbers = new Dictionary<string, int>(StringComparer.Ordinal);
        var passes = checks.Each(body.Passes, "passes", CandidateRules.MostPasses, isNeeded: true, (p, path) => Pass(p, path, numbers, checks));
        if (body.Passes is { Count: 0 })
        {
            checks.Add("passes", "There is no pass; a search needs what was walked.");
        }

        var responses = checks.Each(body.Responses, "responses", CandidateRules.MostResponses, isNeeded: true, (r, path) => new SweepResponse(
            PassOf(r.Pass, $"{path}.pass", numbers, checks), checks.Number(r.AlongMetres, $"{path}.alongMetres"), Depth.OfMetres(r.DepthMetres), r.CurrentMilliamps,
            checks.Optional(r.DirectionDegrees, $"{path}.directionDegrees", CandidateRules.Direction) is { } way && double.IsFinite(way) ? Azimuth.Of(way) : null));
        var task = new CandidateTask(passes, responses, body.PositionSigmaMetres ?? CandidateTask.UsualSigmaMetres);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        return CandidateRules.Check(task) is { Count: > 0 } wrong
            ? ApiProblem.BadInput(wrong)
            : await gate.RunAsync(() => Results.Ok(Answer(CandidateSearch.Of(task, http.RequestAborted))), http.RequestAborted);
    }

    private static SweepPass Pass(SweepPassBody body, string path, Dictionary<string, int> numbers, Checks checks)
    {
        if (body.Id is not { Length: > 0 and <= LongestId } id)
        {
            checks.Add($"{path}.id", $"It is missing or too long; it must be a name of 1 to {LongestId} characters.");
        }
        else if (!numbers.TryAdd(id, numbers.Count))
        {
            checks.Add($"{path}.id", "Another pass has this name.");
        }

        return new SweepPass(checks.Place(body.From, $"{path}.from"), checks.Place(body.To, $"{path}.to"), SweepWords.Mode(checks.Word(body.Mode, $"{path}.mode", SweepWords.Modes)));
    }

    private static int PassOf(string? name, string path, Dictionary<string, int> numbers, Checks checks)
    {
        if (name is not null && numbers.TryGetValue(name, out var number))
        {
            return number;
        }

        checks.Add(path, name is null ? "It is missing; it must be the id of a pass." : "There is no pass of this id.");
        return 0;
    }

    private static CandidatesAnswer Answer(CandidateLines found) => new(
        [.. found.Candidates.Select(c => new CandidateAnswer(
            [.. c.Points.Select(p => new[] { p.East, p.North })], c.Responses, c.Probability, c.Lateral95Metres, [.. c.Modes.Select(SweepWords.Mode)], c.Depth?.Metres))],
        found.Unexplained);
}
