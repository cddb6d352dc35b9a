using System.Text.Json;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Store.Model;

namespace GentleMole.Web.Practice;

/// <summary>Steps of a round, written and played again; numbers go to the last digit, since noise hangs on them.</summary>
internal static class PracticeSteps
{
    private sealed record Hooked(HookupMethod Method, string? Connection, bool Tested, double[]? Stake, bool Wetted, double[]? Box, double? Hertz, double? Set);

    private sealed record Marked(UtilityKind Utility, double?[][] Points);

    private sealed record Answered(UtilityKind Utility, LineAnswer Answer, string Why);

    public static string Write(YardHookup hookup) => JsonSerializer.Serialize(new Hooked(
        hookup.Method, hookup.Connection, hookup.IsTestedDead, hookup.Stake is { } stake ? [stake.Place.East, stake.Place.North, stake.Driven] : null, hookup.Stake?.IsWetted ?? false,
        hookup.Box is { } box ? [box.Place.East, box.Place.North, box.Axis.Degrees] : null, hookup.Hertz, hookup.SetMilliamps));

    public static string Write(IReadOnlyList<YardReadingAsk> asks) => JsonSerializer.Serialize(asks.Select(a => new[] { a.Place.East, a.Place.North, a.HeightMetres, a.Heading.Degrees }));

    public static string Write(UtilityKind utility, IReadOnlyList<YardPoint> points) =>
        JsonSerializer.Serialize(new Marked(utility, [.. points.Select(p => new double?[] { p.Place.East, p.Place.North, p.DepthMetres })]));

    public static string Write(YardAnswer answer) => JsonSerializer.Serialize(new Answered(answer.Utility, answer.Answer, answer.Why));

    /// <summary>Does a step again.</summary>
    /// <exception cref="InvalidOperationException">It cannot be done: it is not of this yard.</exception>
    public static void Play(YardRound round, PracticeStep step)
    {
        var isDone = step.Kind switch
        {
            PracticeStepKind.Hookup => round.Hook(Hookup(step.Done)).IsGood,
            PracticeStepKind.Readings => round.Read(Readings(step.Done)).IsGood,
            PracticeStepKind.Marks => Read<Marked>(step.Done) is var marked && round.Mark(marked.Utility, [.. marked.Points.Select(p => new YardPoint(new SitePoint(p[0]!.Value, p[1]!.Value), p[2]))]).Count == 0,
            PracticeStepKind.Answer => Read<Answered>(step.Done) is var said && round.Answer(new YardAnswer(said.Utility, said.Answer, said.Why)).Count == 0,
        };
        if (!isDone)
        {
            throw new InvalidOperationException($"Step {step.Number} of round {step.RoundId} is not of this yard.");
        }
    }

    public static YardHookup Hookup(string done)
    {
        var made = Read<Hooked>(done);
        return new YardHookup(
            made.Method, made.Connection, made.Tested, made.Stake is { } stake ? new YardStake(new SitePoint(stake[0], stake[1]), stake[2], made.Wetted) : null,
            made.Box is { } box ? new YardBox(new SitePoint(box[0], box[1]), Azimuth.Of(box[2])) : null, made.Hertz, made.Set);
    }

    public static IReadOnlyList<YardReadingAsk> Readings(string done) => [.. Read<double[][]>(done).Select(a => new YardReadingAsk(new SitePoint(a[0], a[1]), a[2], Azimuth.Of(a[3])))];

    private static T Read<T>(string done) => JsonSerializer.Deserialize<T>(done) ?? throw new InvalidOperationException("A step is empty.");
}
