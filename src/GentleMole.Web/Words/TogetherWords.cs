using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Together;
using GentleMole.Core.Trace;

namespace GentleMole.Web.Words;

/// <summary>What is said of a line that a receiver and a radar have both seen.</summary>
internal static class TogetherWords
{
    /// <summary>A place of a line as it is called: a dot by its number, a place by radar alone as r and its own.</summary>
    public static string Place(MarkPoint point) => (point.By switch { MarkedBy.Radar => "r", MarkedBy.Exposed => "x", _ => "" }) + point.Number.ToString(CultureInfo.InvariantCulture);

    /// <summary>A stretch by the places at its ends.</summary>
    public static string Ends(MarkPoint from, MarkPoint to) => $"{Place(from)}–{Place(to)}";

    /// <summary>By what a stretch is known.</summary>
    public static string By(MarkPoint from, MarkPoint to) => string.Join(", ", new[] { from.By, to.By }.Distinct().Order().Select(By));

    /// <summary>By what one place of a line was found.</summary>
    public static string By(MarkedBy by) => by switch
    {
        MarkedBy.Receiver => "receiver",
        MarkedBy.Sonde => "sonde",
        MarkedBy.Radar => "radar",
        MarkedBy.Together => "radar agrees",
        MarkedBy.Settled => "depth by radar",
        MarkedBy.Exposed => "dug up",
        _ => throw new ArgumentOutOfRangeException(nameof(by)),
    };

    /// <summary>A depth with its ±.</summary>
    public static string Depth(Estimate depth, Person person) => $"{person.Length(depth.Value)} ± {person.Length(depth.HalfWidth)}";

    /// <summary>What the two say of each other; empty where no dot lies by the run.</summary>
    public static string Says(WitnessHeld held, Person person)
    {
        if (held.Meetings.Count == 0)
        {
            return "";
        }

        var usual = held.Usual;
        var depths = usual?.Depth is { } two ? $"at dot {usual.Dot} the receiver has its centre at {Depth(two.ByReceiver, person)}, the radar at {Depth(two.ByRadar, person)}" : "";
        if (!held.IsConflict)
        {
            var agreed = held.Meetings.Count - held.Odd.Count;
            var odd = held.Odd.Count == 0 ? "" : $" Dot {string.Join(", ", held.Odd.Select(m => m.Dot))} does not go with it: look at it again.";
            return usual?.Depth is { Together: { } both }
                ? $"Receiver and radar agree at {Of(agreed, held.Meetings.Count)}: {depths}, together {Depth(both, person)}.{odd}"
                : $"Receiver and radar have it in one place at {Of(agreed, held.Meetings.Count)}{(depths.Length > 0 ? $"; {depths}" : "")}.{odd}";
        }

        return held.IsOfPlace
            ? $"Receiver and radar do not agree: the radar has it {person.Length(held.ApartMetres)} beside {Dots(held.Odd)}, more than both may be off. Another line, dots on a neighbour, or profiles laid in the wrong place."
            : $"Receiver and radar do not agree at {Dots(held.Odd)}{(held.Odd.Count < held.Meetings.Count ? $" of {held.Meetings.Count}" : "")}: {depths}. Another line, a disturbed field, or a ground {Percent(held)} than thought.";
    }

    /// <summary>The same in short, as a caution.</summary>
    public static string Caution(WitnessHeld held, Person person) => $"{Says(held, person)} Not settled: expose it before either is trusted.";

    /// <summary>By how much the ground would be quicker or slower.</summary>
    public static string Percent(WitnessHeld held) => $"{Math.Abs(held.VelocityFactor - 1) * 100:0} % {(held.VelocityFactor > 1 ? "quicker" : "slower")}";

    /// <summary>What may be answered to the two not agreeing.</summary>
    public static string Answer(WitnessAnswer answer, WitnessHeld held) => answer switch
    {
        WitnessAnswer.Open => "nothing was said yet",
        WitnessAnswer.Receiver => held.IsOfPlace ? "the receiver’s place is right: the profiles lie beside where they were laid" : $"the receiver is right: the ground is {Percent(held)} than the radar was told",
        WitnessAnswer.Radar => held.IsOfPlace ? "the radar’s place is right: the dots there are read again" : "the radar is right: something disturbed the receiver’s depth",
        _ => throw new ArgumentOutOfRangeException(nameof(answer)),
    };

    private static string Dots(IReadOnlyList<Meeting> meetings) => meetings.Count == 1 ? $"dot {meetings[0].Dot}" : $"dots {string.Join(", ", meetings.Take(8).Select(m => m.Dot))}{(meetings.Count > 8 ? " and more" : "")}";

    private static string Of(int some, int all) => all == 1 ? "the one dot by it" : some == all ? $"all {all} dots by it" : $"{some} of {all} dots by it";
}
