using System.Globalization;
using System.Text.Json;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Yards;

namespace GentleMole.Web.Words;

/// <summary>What a round of practice is told in.</summary>
internal static class PracticeWords
{
    /// <summary>A name of the core as the contract writes it: small letters, dashes.</summary>
    public static string Code<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    /// <summary>A habit, as what a careful person does.</summary>
    public static string Habit(YardHabit habit) => habit switch
    {
        YardHabit.TestedDead => "Tested dead before touching",
        YardHabit.AskedCircuit => "Looked at the circuit and put it right before walking",
        YardHabit.TriedEach => "Tried every wire and stub at the hookup",
        YardHabit.StakeSquare => "Stake square to the line",
        YardHabit.StakeFar => "Stake far away",
        YardHabit.StakeClear => "Stake and lead clear of other services",
        YardHabit.LowestThatWorks => "Lowest frequency that works",
        YardHabit.NoMorePower => "No more power than it takes",
        YardHabit.SweptRound => "All the way round the hookup",
        YardHabit.CheckedNull => "Held peak and null against each other",
        YardHabit.ComparedCurrents => "Compared currents where two lines answered",
        YardHabit.CheckedDirection => "Looked which way the current runs",
        YardHabit.LiftOrTurn => "Lifted or turned the receiver",
        YardHabit.CloseOnBends => "Marks close together on bends",
        YardHabit.PassiveLast => "A passive sweep at the end",
        YardHabit.SecondHookup => "A second hookup where the first was doubtful",
        YardHabit.SaidUnsure => "Passed on what the evidence does not carry",
    };

    /// <summary>Whether a habit was kept, and what was found of it, with its number.</summary>
    public static string Judged(YardHabitJudged judged) => ((judged.Kept switch { true => "Kept. ", false => "Not kept. ", null => "" }) + Found(judged)).TrimEnd();

    private static string Found(YardHabitJudged judged)
    {
        if (judged.Kept is null)
        {
            return "There was no occasion for it.";
        }

        if (double.IsNaN(judged.Measured))
        {
            return judged.Kept.Value ? "" : "Nothing was done that it could be seen in.";
        }

        var (found, needed) = (judged.Measured, judged.Needed);
        return judged.Habit switch
        {
            YardHabit.TestedDead => found > 0 ? $"{Times(found)} something was clipped to without a test." : judged.Kept.Value ? "Everything that was clipped to had been tested." : "Nothing was done that it could be seen in.",
            YardHabit.AskedCircuit => $"The loop was {FigureWords.Ohms(Math.Min(found, 1e9))}; above {FigureWords.Ohms(needed)}, or under 4 mA, one does not walk on.",
            YardHabit.TriedEach => $"{found:0} of {needed:0} were hooked up and listened to.",
            YardHabit.StakeSquare => $"The lead lay {found:0}° off the line; {needed:0}° and more are square enough.",
            YardHabit.StakeFar => $"The stake stood {Metres(found)} away; {Metres(needed)} and more is far.",
            YardHabit.StakeClear => judged.Kept.Value ? $"The next recorded service was {(double.IsPositiveInfinity(found) ? "nowhere near" : Metres(found) + " away")}." : found == 0 ? "The lead lay across another service." : $"Another service lay {Metres(found)} from the stake; {Metres(needed)} is clear.",
            YardHabit.LowestThatWorks => judged.Kept.Value ? $"Nothing lower than {Hertz(found)} would have served." : $"{Hertz(needed)} would have served; {Hertz(found)} was sent.",
            YardHabit.NoMorePower => $"Set to {found:0} mA; up to {needed:0} mA was called for.",
            YardHabit.SweptRound => found >= 360 ? "Nobody went round it." : $"The widest gap on the way round was {found:0}°; {needed:0}° is the most.",
            YardHabit.CheckedNull => $"On both sides, five readings and more: {found * 100:0} % of the marks; {needed * 100:0} % are called for.",
            YardHabit.ComparedCurrents => $"Both were pinpointed at {found:0} of {needed:0} places where two lines answered.",
            YardHabit.CheckedDirection => judged.Kept.Value ? "The marks do not lie on a line whose current ran back." : $"{found:0} of {needed:0} marks lie on a line whose current ran back.",
            YardHabit.LiftOrTurn => $"At {found:0} marks; {needed:0} are called for.",
            YardHabit.CloseOnBends => double.IsPositiveInfinity(found) ? "There is no mark at a bend." : $"Marks at a bend stood up to {Metres(found)} apart; {Metres(needed)} is the most.",
            YardHabit.PassiveLast => $"{found * 100:0} % of the area was passed within 3 m after the last mark; {needed * 100:0} % is called for.",
            YardHabit.SecondHookup => $"{found:0} hookups that differ were walked along the marks; {needed:0} are called for.",
            YardHabit.SaidUnsure => "",
        };
    }

    /// <summary>A part of the score.</summary>
    public static string Part(YardPart part) => part switch
    {
        YardPart.Position => "Place",
        YardPart.Depth => "Depth",
        YardPart.RightLine => "Right line",
        YardPart.Answers => "Answers",
        YardPart.Safety => "Safety",
        YardPart.Method => "Method",
    };

    /// <summary>What a part counts.</summary>
    public static string PartText(YardPart part, YardScore score) => part switch
    {
        YardPart.Position => score.Marks.FirstOrDefault(m => m.Utility == score.Answers[0].Utility) is { MeanErrorMetres: { } mean } marks
            ? $"Marks lie {Metres(mean)} off on average, {Metres(marks.WorstErrorMetres ?? mean)} at worst, and cover {marks.CoveredShare * 100:0} % of what can be known." : "There are no marks of what was sought.",
        YardPart.Depth => score.Marks.FirstOrDefault(m => m.Utility == score.Answers[0].Utility)?.DepthErrorMetres is { } depth ? $"Depths are {Metres(depth)} off on average." : "No mark on the line says a depth.",
        YardPart.RightLine => "Share of the marks whose nearest line is what was sought.",
        YardPart.Answers => string.Join(" ", score.Answers.Select(a => $"{Capital(LineWords.Kind(a.Utility))}: {(a.Given is { } given ? Answer(given) : "no answer")}; right is {string.Join(" or ", a.Right.Select(Answer))}.")),
        YardPart.Safety => score.RestsOn is null && score.Dangers.Count == 0 ? "Without work there is nothing to be safe at." : score.Dangers.Count == 0 ? "Nobody was put in danger." : string.Join(" ", score.Dangers.Select(Danger)),
        YardPart.Method => $"{score.Habits.Count(h => h.Kept == true)} habits kept, {score.Habits.Count(h => h.Kept == false)} not, {score.Habits.Count(h => h.Kept is null)} without occasion; what the yard teaches weighs four times.",
    };

    /// <summary>An answer as it is given.</summary>
    public static string Answer(LineAnswer answer) => answer switch
    {
        LineAnswer.Pending => "open",
        LineAnswer.Marked => "marked",
        LineAnswer.Clear => "clear",
        LineAnswer.NotFound => "not found",
        LineAnswer.Escalated => "passed on",
    };

    /// <summary>What put somebody in danger.</summary>
    public static string Danger(YardDangerJudged danger) => danger.Danger switch
    {
        YardDanger.LiveTouched => $"Hookup {danger.Hookup}: a live line was touched and nobody had tested it.",
        YardDanger.NotTested => $"Hookup {danger.Hookup}: clipped to without a test.",
        YardDanger.StakeAtService => $"Hookup {danger.Hookup}: the stake was driven {Metres(danger.Metres)} from a service.",
        YardDanger.PowerEarth => $"Hookup {danger.Hookup}: the earth of the power was taken as a connection.",
    };

    /// <summary>Where an error came from, with this yard's numbers.</summary>
    /// <param name="at">When the reading was taken that showed it; empty where none did.</param>
    public static string Cause(YardCause cause, YardSite site, string at)
    {
        var line = cause.Line is { } id ? Name(site, id) : "";
        var seen = at.Length > 0 ? $" It could be seen at {at}." : "";
        return cause.Kind switch
        {
            YardCauseKind.NoWork => "Nothing that is sent was listened to, so nothing stands behind a mark.",
            YardCauseKind.WrongConnection => $"Your clip was not on what was sought: {Milliamps(cause.Value)} of {Milliamps(cause.Of)} went that way, and {line} carried it." + (at.Length > 0 ? $" The arrow pointed back at {at}." : ""),
            YardCauseKind.OtherLine => $"The marks lie on {line}: it carried {Milliamps(cause.Value)}, what was sought {Milliamps(cause.Of)}.",
            YardCauseKind.RanBack => $"Where the marks lie the current ran back to the transmitter: {Milliamps(cause.Value)} of {Milliamps(cause.Of)} came home on {line}.{seen}",
            YardCauseKind.LittleOnTarget => $"Of {Milliamps(cause.Of)} that went out, {Milliamps(cause.Value)} ran on what was sought; most of it was on {line}.",
            YardCauseKind.SignalGone => $"At {Hertz(cause.Of)} the signal could be read over {cause.Value * 100:0} % of the line alone; the rest had gone into the ground.{seen}",
            YardCauseKind.NoCurrent => $"Volts without current: {Milliamps(cause.Value)} went out where {Milliamps(cause.Of)} was set.",
            YardCauseKind.StakeLit => $"Your stake lit {line}: it carried {Milliamps(cause.Value)} of {Milliamps(cause.Of)}.",
            YardCauseKind.Pegged => $"So much was sent that the display stood at its end in {cause.Value * 100:0} % of the readings along the marks; with less it tells place and depth.{seen}",
            YardCauseKind.Pulled => $"The field of {line} pulled peak and null {Metres(cause.Of)} apart; the marks lie {Metres(cause.Value)} off.",
            YardCauseKind.CornerCut => double.IsPositiveInfinity(cause.Value) ? "No mark stands at the corner: the line turns, and the steps went past it." : $"At the corner the marks stand {Metres(cause.Value)} apart; the line turns between them.",
            YardCauseKind.Dive => $"The line goes down to {Metres(cause.Value)}; the deepest mark says {(double.IsNaN(cause.Of) ? "nothing" : Metres(cause.Of))}. The response fades there, and the current stays.",
            YardCauseKind.NotCovered => $"{cause.Value * 100:0} % of what can be known has a mark.",
            YardCauseKind.NotHeard => $"{(1 - cause.Value) * 100:0} % of the marks lie where nobody had listened.",
            YardCauseKind.StrangerMissed => double.IsNaN(cause.Value) ? "A line on no record crosses the area; nobody listened without the transmitter." : $"A line on no record crosses the area; the nearest passive reading was {Metres(cause.Value)} from it.{seen}",
            YardCauseKind.SaidSure => "This could not be known with what was at hand: it was to be passed on.",
            YardCauseKind.SaidUnsure => "This could be found: passing it on costs whoever digs a day.",
            YardCauseKind.DepthOff => $"Depths are {Metres(cause.Value)} off: they were read where other currents are in the field, or once only.",
            YardCauseKind.NoAnswer => $"Nothing was answered for {line}.",
        };
    }

    /// <summary>A line of the ground as it is named when it lies open.</summary>
    public static string Name(YardSite site, string line) => "the " + (site.Ground.Line(line)?.Lies.Name ?? line);

    /// <summary>How something is hooked up.</summary>
    public static string Method(HookupMethod method) => method switch
    {
        HookupMethod.Direct => "direct",
        HookupMethod.Clamp => "clamp",
        HookupMethod.Induction => "induction",
        HookupMethod.Passive => "passive",
    };

    /// <summary>Why nothing was switched on.</summary>
    public static string Stop(YardStop stop) => stop switch
    {
        YardStop.NotTested => "It is live, and nobody tested it. In the field that is where somebody is hurt. Nothing was switched on.",
        YardStop.Live => "Tested: it is live. Nothing is clipped to it; a clamp goes round it where there is a place for one.",
        YardStop.StakeOnService => "The stake went into a service. Nothing was switched on.",
        YardStop.StakeNoSoil => "There is no soil for the stake. Nothing was switched on.",
    };

    private static string Milliamps(double value) => FigureWords.Milliamps(value);

    private static string Metres(double value) => value.ToString("0.00", CultureInfo.InvariantCulture) + "\u00a0m";

    private static string Hertz(double value) => value >= 1000 ? (value / 1000).ToString("0.#", CultureInfo.InvariantCulture) + "\u00a0kHz" : value.ToString("0", CultureInfo.InvariantCulture) + "\u00a0Hz";

    private static string Times(double count) => count switch
    {
        1 => "Once",
        2 => "Twice",
        _ => $"{count:0} times",
    };

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}
