using System.Globalization;
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
internal sealed class IdentityDesk(ProcessorGate gate)
{
    /// <summary>A set of solved grounds takes some megabytes.</summary>
    private const int MostGrounds = 4;
    private const int MostAnswers = 200;

    /// <summary>Of a line with more dots the latest are looked through.</summary>
    private const int MostOthers = 200;

    private readonly Lock _lock = new();

    // The one used last stands at the end.
    private readonly List<(string Key, GroundSet Grounds)> _grounds = [];
    private readonly List<(string Key, WhichLine Answer)> _answers = [];

    /// <summary>Whether there is an answer to be had on a line with a hookup; quick.</summary>
    public static NoIdentity WhyNot(LineGround ground, int? hookupId) => ground.Identify(hookupId, []) is (null, var why) && why != NoIdentity.CannotBeSolved ? why : NoIdentity.None;

    /// <summary>For one dot, in one ground with those of the others that say most of it.</summary>
    /// <param name="before">The last dot before it that the line goes through.</param>
    /// <param name="others">Other dots of the line; those of other hookups are left out.</param>
    public async Task<WhichLine> OfAsync(LineGround ground, Reading dot, Reading? before, IEnumerable<JudgedDot> others, CancellationToken cancel)
    {
        List<ObservedDot> all =
        [
            .. others.Where(o => o.Reading.HookupId == dot.HookupId && o.Reading.Id != dot.Id).TakeLast(MostOthers)
                .OrderBy(o => o.Reading == before ? 1 : 0).Select(o => ground.Observed(o.Reading, o.Before)),
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
                    ? new WhichLine(Identification.Of(task, few.Count - 1, grounds, cancel), NoIdentity.None, task, few.Count - 1)
                    : WhichLine.Unknown(NoIdentity.CannotBeSolved);
                Keep(_answers, question, answer, MostAnswers);
                return answer;
            },
            cancel);
    }

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

    private static string KeyOf(LineGround ground, int? hookupId) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(string.Create(CultureInfo.InvariantCulture, $"{ground.LineId} {hookupId} {ground.Fingerprint}"))));

    private static string Said(IEnumerable<ObservedDot> dots) => string.Join('\n', dots.Select(d => string.Create(
        CultureInfo.InvariantCulture,
        $"{d.Position} {d.Walking} {d.NullOffsetMetres} {d.Depth} {d.CurrentMilliamps} {d.Way} {d.Direction} {d.SidewaysFraction} {d.LiftRatio} {string.Join(';', d.Readings)}")));
}
