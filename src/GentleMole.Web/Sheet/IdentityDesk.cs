using System.Globalization;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core.Identify;
using GentleMole.Store.Model;
using GentleMole.Web.Setup;

namespace GentleMole.Web.Sheet;

/// <summary>
/// Says which line dots are on. Grounds are solved once for each supposed ground and hookup and kept, and so are answers: the same
/// question is worked out once.
/// </summary>
internal sealed partial class IdentityDesk(ProcessorGate gate, ILogger<IdentityDesk> log)
{
    /// <summary>A set of solved grounds takes some megabytes.</summary>
    private const int MostGrounds = 4;
    private const int MostAnswers = 200;

    /// <summary>So do the dots of a line that were taken in together.</summary>
    private const int MostChains = 3;
    private const int MostReviews = 30;

    /// <summary>Of a line with more dots the latest are looked through.</summary>
    private const int MostOthers = 200;

    private readonly Lock _lock = new();

    // The one used last stands at the end.
    private readonly List<(string Key, GroundSet Grounds)> _grounds = [];
    private readonly List<(string Key, WhichLine Answer)> _answers = [];
    private readonly List<(string Key, DotChains Chains)> _chains = [];
    private readonly List<(string Key, ReviewRun Run)> _reviews = [];

    /// <summary>Whether there is an answer to be had on a line with a hookup; quick.</summary>
    public static NoIdentity WhyNot(LineGround ground, int? hookupId) => ground.Identify(hookupId, []) is (null, var why) && why != NoIdentity.CannotBeSolved ? why : NoIdentity.None;

    /// <summary>For one dot, in one ground with those of the others that say most of it.</summary>
    /// <param name="before">The last dot before it that the line goes through.</param>
    /// <param name="others">Other dots of the line; those of other hookups are left out.</param>
    public async Task<WhichLine> OfAsync(LineGround ground, Reading dot, Reading? before, IEnumerable<JudgedDot> others, CancellationToken cancel)
    {
        if (dot.PlaceDoubtMetres is not null)
        {
            return WhichLine.Unknown(NoIdentity.NotOverIt);
        }

        List<ObservedDot> all =
        [
            .. others.Where(o => o.Reading.HookupId == dot.HookupId && o.Reading.Id != dot.Id && o.Reading.PlaceDoubtMetres is null).TakeLast(MostOthers)
                .OrderBy(o => o.Reading == before ? 1 : 0).Select(o => WithoutRow(ground.Observed(o.Reading, o.Before))),
            ground.Observed(dot, before),
        ];
        List<ObservedDot> few = [.. Companions.Of(all, all.Count - 1).Select(i => all[i]), all[^1]];
        var (task, why) = ground.Identify(dot.HookupId, few);
        if (task is null)
        {
            return WhichLine.Unknown(why);
        }

        var key = KeyOf(ground, dot.HookupId);
        var question = key + Said(task.Dots);
        if (Kept(_answers, question) is { } known)
        {
            return known;
        }

        return await gate.RunAsync(
            () =>
            {
                var grounds = Grounds(key, task, cancel);
                var answer = grounds.IsUsable
                    ? new WhichLine(Chains(key, task, grounds, cancel).Identity(few.Count - 1, true, cancel), NoIdentity.None, task, few.Count - 1, before is not null && few.Count > 1 ? few[^2].CurrentMilliamps : null)
                    : WhichLine.Unknown(NoIdentity.CannotBeSolved);
                Keep(_answers, question, answer, MostAnswers);
                return answer;
            },
            cancel);
    }

    /// <summary>All dots of a line and a hookup in one ground: what is known so far.</summary>
    /// <param name="begin">True to begin it where nothing is known.</param>
    public LineReview Review(LineGround ground, int? hookupId, IReadOnlyList<JudgedDot> dots, bool begin)
    {
        List<JudgedDot> own = [.. dots.Where(d => d.Reading.HookupId == hookupId && d.Reading.PlaceDoubtMetres is null).TakeLast(IdentifyRules.MostDots)];
        var (task, _) = own.Count == 0 ? (null, NoIdentity.NoHookup) : ground.Identify(hookupId, [.. own.Select(d => WithoutRow(ground.Observed(d.Reading, d.Before)))]);
        if (task is null)
        {
            return new LineReview(null, [], [], own.Count, true);
        }

        var key = KeyOf(ground, hookupId);
        var question = key + Said(task.Dots);
        var run = new ReviewRun(task);
        lock (_lock)
        {
            if (_reviews.Find(r => r.Key == question).Run is { } begun)
            {
                return begun.Told(own);
            }

            if (!begin)
            {
                return run.Told(own);
            }

            _reviews.Add((question, run));
            if (_reviews.Count > MostReviews)
            {
                _reviews.RemoveAt(0);
            }
        }

        _ = RunAsync(run, key, question);
        return run.Told(own);
    }

    /// <summary>A few dots at a time, so that one who types meanwhile does not wait for all of them.</summary>
    private async Task RunAsync(ReviewRun run, string key, string question)
    {
        try
        {
            var grounds = await gate.RunAsync(() => Grounds(key, run.Task, CancellationToken.None), CancellationToken.None);
            if (!grounds.IsUsable)
            {
                run.Ended([]);
                return;
            }

            using var turns = LineIdentities.InTurn(run.Task, grounds, CancellationToken.None).GetEnumerator();
            while (await gate.RunAsync(turns.MoveNext, CancellationToken.None))
            {
                run.Add(turns.Current);
            }

            foreach (var doubtful in run.Doubtful)
            {
                run.Since(doubtful, await gate.RunAsync(() => LineIdentities.Since(run.Task, doubtful, grounds, CancellationToken.None), CancellationToken.None));
            }

            run.Ended(await gate.RunYieldingAsync(yielding => LineIdentities.Lessons(run.Task, yielding)));
        }
        catch (Exception failed) when (failed is not OutOfMemoryException)
        {
            // What cannot be worked out is not waited for; the next one who looks begins it again.
            LogFailed(failed);
            run.Ended([]);
            lock (_lock)
            {
                _reviews.RemoveAll(r => r.Key == question);
            }
        }
    }

    /// <summary>The others are taken in once; while a dot is typed only it is taken in anew.</summary>
    private DotChains Chains(string key, IdentifyTask task, GroundSet grounds, CancellationToken cancel)
    {
        if (task.Dots.Count == 1)
        {
            return DotChains.Of(task, grounds, cancel);
        }

        // As many of the others as were taken in already for a question like this.
        List<ObservedDot> others = [.. task.Dots.SkipLast(1)];
        string Name(int count) => $"{key} {RuntimeHelpers.GetHashCode(grounds)} {Said(others.Take(count))}";
        var known = Enumerable.Range(0, others.Count).Select(taken => others.Count - taken).FirstOrDefault(count => Kept(_chains, Name(count)) is not null);
        var chains = known > 0 ? Kept(_chains, Name(known)) : null;
        foreach (var other in others.Skip(known))
        {
            chains = chains?.With(other, cancel) ?? DotChains.Of(task with { Dots = [other] }, grounds, cancel);
        }

        Keep(_chains, Name(others.Count), chains!, MostChains);
        return chains!.With(task.Dots[^1], cancel);
    }

    /// <summary>A row tells much of the place of one dot and little of the ground that it shares with others; and it costs five times the rest.</summary>
    private static ObservedDot WithoutRow(ObservedDot dot) => dot with { Readings = [] };

    private GroundSet Grounds(string key, IdentifyTask task, CancellationToken cancel)
    {
        if (Kept(_grounds, key) is { } kept && kept.Serves(task.Dots))
        {
            return kept;
        }

        var grounds = GroundSet.Of(task, cancel);
        Keep(_grounds, key, grounds, MostGrounds);
        return grounds;
    }

    private T? Kept<T>(List<(string Key, T Value)> list, string key)
        where T : class
    {
        lock (_lock)
        {
            var at = list.FindIndex(e => e.Key == key);
            if (at < 0)
            {
                return null;
            }

            var found = list[at];
            list.RemoveAt(at);
            list.Add(found);
            return found.Value;
        }
    }

    private void Keep<T>(List<(string Key, T Value)> list, string key, T value, int most)
    {
        lock (_lock)
        {
            list.RemoveAll(e => e.Key == key);
            list.Add((key, value));
            if (list.Count > most)
            {
                list.RemoveAt(0);
            }
        }
    }

    [LoggerMessage(LogLevel.Error, "Which line a line's dots are on could not be worked out.")]
    private partial void LogFailed(Exception failed);

    private static string KeyOf(LineGround ground, int? hookupId) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{ground.LineId} {hookupId} {ground.Fingerprint}"))));

    private static string Said(IEnumerable<ObservedDot> dots) => string.Join('\n', dots.Select(d => string.Create(
        CultureInfo.InvariantCulture,
        $"{d.Position} {d.Walking} {d.NullOffsetMetres} {d.Depth} {d.CurrentMilliamps} {d.Way} {d.Direction} {d.SidewaysFraction} {d.LiftRatio} {string.Join(';', d.Readings)}")));
}
