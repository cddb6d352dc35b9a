using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Trace;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the verdict on a dot.</summary>
internal static class VerdictWords
{
    private static readonly string[] Numbers = ["None", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Eleven", "Twelve"];

    /// <summary>The one sentence that a person can act on: the line first where it is in doubt, else the place.</summary>
    public static string Headline(ShownVerdict shown) => shown switch
    {
        { Told: { } told, Whole: { IsForItsLine: true } whole } => (whole.Verdict == Verdict.Reject ? "Do not mark. " : "Do not paint yet. ") + told.Sentence,
        { Told: { } told, Whole.Verdict: Verdict.Sound } => "Mark it here. " + told.Sentence,
        { Pending: not null, Judgement.Finding: DotFinding.SignsAgree } => $"{Count(shown.Judgement.Agreeing)} of {Count(shown.Judgement.Signs.Count).ToLowerInvariant()} signs agree. Which line it is comes in a moment.",
        _ => Headline(shown.Judgement!, shown.Person),
    };

    /// <summary>Why, in a sentence or two.</summary>
    public static string Why(ShownVerdict shown)
    {
        var judged = shown.Judgement!;
        var why = shown switch
        {
            { Whole.IsForItsLine: true } when judged.Verdict == Verdict.Sound => $"Its place is good: {Count(judged.Agreeing).ToLowerInvariant()} of {Count(judged.Signs.Count).ToLowerInvariant()} signs agree. Its line is not.",
            { Whole.IsForItsLine: true } => Headline(judged, shown.Person) + " " + Why(judged, shown.Person),
            { Told: not null, Whole.Verdict: Verdict.Sound } => $"{Count(judged.Agreeing)} of {Count(judged.Signs.Count).ToLowerInvariant()} signs agree. {Why(judged, shown.Person)}",
            { Told: { } told } => $"{told.Words.Sentence(told.Identity)} {Why(judged, shown.Person)}",
            _ => Why(judged, shown.Person),
        };
        return shown.Line is { WhyNot: not Core.Identify.NoIdentity.None and var not } && judged.Signs.Count > 0 ? $"{why} {LineTold.WhyNot(not)}" : why;
    }

    /// <summary>The next thing to do, or null when there is nothing to settle.</summary>
    public static string? Next(ShownVerdict shown) => shown switch
    {
        { Told: { Identity.Next: { Count: > 0 } next } told, Whole.IsForItsLine: true } => told.Words.Try(next[0].Kind),
        { Whole: { IsForItsLine: true, Verdict: Verdict.Reject } } => "find the line that is wanted: the response beside this one, or the signal brought back from its far end.",
        { Whole.IsForItsLine: true } => "nothing that takes a minute would tell; bring the signal back from the far end, or have it opened.",
        _ => Next(shown.Judgement!, shown.Person),
    };

    private static string Headline(DotJudgement judged, Person person)
    {
        var apart = person.Length(Math.Abs(judged.ApartMetres ?? 0));
        var failing = judged.Signs.Count(s => s.Outcome == SignOutcome.Disagrees);
        return judged.Finding switch
        {
            DotFinding.SignsAgree => $"Mark it here. {Count(judged.Agreeing)} of {Count(judged.Signs.Count).ToLowerInvariant()} signs agree.",
            DotFinding.TooFewSigns when judged.Signs.Count == 0 => "Nothing to judge yet.",
            DotFinding.TooFewSigns => $"Not enough to say yet. {Count(judged.Signs.Count)} {(judged.Signs.Count == 1 ? "sign is" : "signs are")} too few.",
            DotFinding.CurrentElsewhere => "Do not mark: the current is on something else.",
            DotFinding.CurrentRunsBack => "Do not mark: this current runs back to the transmitter.",
            DotFinding.OutsideTolerance => $"Do not mark here: peak and null part by {apart}.",
            DotFinding.PeakNullApart => $"Do not paint yet. Peak and null part by {apart}.",
            DotFinding.NeighbourTakenOut => $"Two lines make this field. Yours is {Where(judged.Position.Value, person)}.",
            DotFinding.OneOrTwo => "Do not paint yet. One line or two? These readings cannot tell.",
            DotFinding.NotOneLine => "Do not paint yet. More than one line makes this field.",
            DotFinding.CurrentOff => judged.Signs.Any(s => s is { Kind: SignKind.Current, IsByGround: true }) ? "Do not paint yet. The current does not fit this ground." : "Do not paint yet. The current does not fit the last dot.",
            DotFinding.LostSidewaysSilence => "Do not paint yet. It does not fall silent sideways.",
            DotFinding.SeveralSmallSigns => $"Do not paint yet. {Count(failing)} small signs disagree.",
            DotFinding.NearSource => "Too near the hookup to trust. Read again further on.",
            DotFinding.AtFeature => "Signs fail here as they do at bends, tees and ends.",
        };
    }

    private static string Why(DotJudgement judged, Person person)
    {
        var place = judged.Position.Value;
        var where = Math.Abs(place) < 0.015
            ? $"The line is at your dot, {person.PlusMinus(judged.Position.HalfWidth)} across."
            : $"The line is likely {person.Length(Math.Abs(place))} {Side(place)} of your dot, from {Reach(judged.Position.Low95, person)} to {Reach(judged.Position.High95, person)}.";
        var current = judged.Signs.FirstOrDefault(s => s.Kind == SignKind.Current);
        return judged.Finding switch
        {
            DotFinding.SignsAgree => where,
            DotFinding.TooFewSigns => judged.Signs.Count == 0
                ? "Type what the receiver shows; the verdict comes as you type."
                : "Agreement of independent signs makes a mark. Take peak and null, depth and current at least.",
            DotFinding.CurrentElsewhere => $"{Milliamps(current!.Measured)} is far less than the {Milliamps(current.ExpectedLow)} or more that should be here. A neighbour that picked up the signal looks just like this.",
            DotFinding.CurrentRunsBack => "Signal that reached a neighbour through a shared bond returns along it. The target carries the outgoing current.",
            DotFinding.OutsideTolerance or DotFinding.PeakNullApart => "Something else is in the field; it pulls the null further than the peak. " + where,
            DotFinding.NeighbourTakenOut when judged.Across?.Neighbour is { } other =>
                $"A neighbour {Where(other.NeighbourOffsetMetres, person)} with {Math.Abs(other.CurrentRatio):0.00} of its current{(other.CurrentRatio < 0 ? ", running the other way," : "")} pulls peak and null; its pull is taken out. {where}",
            DotFinding.NeighbourTakenOut => where,
            DotFinding.OneOrTwo => $"A second line is {judged.Across!.ChanceOfTwo:0 %} likely, and it would move yours. {where}",
            DotFinding.NotOneLine => "The readings across do not have the shape of one line; the fit says nothing of the place. " + where,
            DotFinding.CurrentOff => $"{Milliamps(current!.Measured)} was read; {Milliamps(current.ExpectedLow)} to {Milliamps(current.ExpectedHigh)} was to be expected.",
            DotFinding.LostSidewaysSilence => "Over one line the response dies when the receiver is turned along it. What is left comes from something else.",
            DotFinding.SeveralSmallSigns => "Each alone would not stop a mark; together they might. " + where,
            DotFinding.NearSource => "Within 5 m of connection or stake the lead and the soil currents are read too.",
            DotFinding.AtFeature => "Confirm it with a dot beyond on every leg before you paint.",
        };
    }

    private static string? Next(DotJudgement judged, Person person) => judged.Next switch
    {
        NextStep.MarkIt => null,
        NextStep.TakeNull => "find the null and type how far it is from the peak.",
        NextStep.TakeCurrent => "read the current here.",
        NextStep.TakeDepth => "read the depth with the tip on the ground.",
        NextStep.TakeAcross => "take readings across, a metre to each side; the fit tells one line from more.",
        NextStep.MoreReadings => $"{MoreReadings(judged.Across!.Next, person)}",
        NextStep.LowerFrequency => "lower the frequency, move the stake, or bring it back from a second hookup at the far end, and read again.",
        NextStep.CompareCurrents => "sweep to both sides, read the current on every response, and follow the highest, even if another reads stronger.",
        NextStep.CheckBond => "look for the response beside it that carries current away from the transmitter.",
        NextStep.StepAway => "go on until you are 5 m from connection and stake.",
        NextStep.DotsBeyond => "take dots at least one and a half depths beyond, on each leg.",
        NextStep.Escalate => "escalate it to the owner and ask for a trial hole.",
    };

    /// <summary>The readings that would narrow the place, and to what.</summary>
    public static string MoreReadings(IReadOnlyList<NextReading> next, Person person)
    {
        var places = string.Join(" and ", next.Select(n => n.OffsetMetres < 0 ? $"{person.Length(-n.OffsetMetres)} left" : n.OffsetMetres > 0 ? $"{person.Length(n.OffsetMetres)} right" : "zero"));
        return $"{(next.Count == 1 ? "one more reading" : "two more readings")} across, at {places}; the place should then be known to {person.PlusMinus(next[^1].HalfWidthAfter)}.";
    }

    /// <summary>How each sign behaves where lines do not run on straight: what the rules of thumb excuse, and what the ground as drawn reckons with.</summary>
    public static IReadOnlyList<(string Sign, string Stake, string Bend, string Tee, string End)> NearFeatures { get; } =
    [
        ("Peak to null", "apart: soil currents and the lead", "apart, towards the inside", "apart, towards the branch", "apart, and the null wanders"),
        ("Current", "too high or too low, by the lead", "low on the bend itself", "falls at once; branches add up", "falls to nothing, or leaves by an earth"),
        ("Depth", "too shallow or withheld", "too deep inside the bend", "off by the branch's pull", "too deep, then withheld"),
        ("Direction", "turned towards the stake", "between the two legs", "between trunk and branch", "spins"),
        ("Turned sideways", "not silent", "not silent", "not silent", "not silent"),
        ("Rise for lift", "off", "off", "off", "off"),
    ];

    private static string Where(double across, Person person) =>
        Math.Abs(across) < 0.015 ? "at your dot" : $"{person.Length(Math.Abs(across))} {Side(across)} of your dot";

    public static SignRow Row(Sign sign, Person person)
    {
        string Length(double m) => person.Length(m);
        return sign.Kind switch
        {
            SignKind.PeakToNull => new("Peak to null", Length(sign.Measured), "under " + Length(sign.ExpectedHigh), sign.Outcome),
            SignKind.OneLineFits => new("One line fits", Plain(Math.Sqrt(sign.Measured)) + " × noise", "under " + Plain(Math.Sqrt(sign.ExpectedHigh)), sign.Outcome),
            SignKind.Current => new("Current", Milliamps(sign.Measured), $"{Round(sign.ExpectedLow)}–{Milliamps(sign.ExpectedHigh)}", sign.Outcome),
            SignKind.CurrentDirection => new("Current runs", sign.Measured > 0 ? "away" : "back", "away", sign.Outcome),
            SignKind.Lift => new("Rise for lift", "×" + Plain(sign.Measured), $"×{Plain(sign.ExpectedLow)}–{Plain(sign.ExpectedHigh)}", sign.Outcome),
            SignKind.DepthPlausible => new("Depth", Length(sign.Measured), $"{Length(sign.ExpectedLow)}–{Length(sign.ExpectedHigh)}", sign.Outcome),
            SignKind.DepthAgainstLast => new("Against last dot", Length(sign.Measured), $"{Length(sign.ExpectedLow)}–{Length(sign.ExpectedHigh)}", sign.Outcome),
            SignKind.DepthTurnedRound => new("Depth turned round", Length(sign.Measured) + " off", "under " + Length(sign.ExpectedHigh), sign.Outcome),
            SignKind.Direction => new("Direction", Round(sign.Measured) + "° off path", "under " + Round(sign.ExpectedHigh) + "°", sign.Outcome),
            SignKind.Sideways => new("Turned sideways", Round(sign.Measured) + " %", "under " + Round(sign.ExpectedHigh) + " %", sign.Outcome),
            SignKind.Shoulders => new("Shoulders differ", Round(sign.Measured) + " %", "under " + Round(sign.ExpectedHigh) + " %", sign.Outcome),
        };
    }

    private static string Milliamps(double value) => value.ToString(Math.Abs(value) < 10 ? "0.#" : "0", CultureInfo.InvariantCulture) + " mA";

    public static string Side(double across) => across >= 0 ? "right" : "left";

    private static string Reach(double across, Person person) =>
        Math.Abs(across) < 0.005 ? "the dot" : $"{person.Length(Math.Abs(across))} {Side(across)}";

    private static string Count(int n) => n < Numbers.Length ? Numbers[n] : n.ToString(CultureInfo.InvariantCulture);

    private static string Plain(double value) => value.ToString("0.00", CultureInfo.InvariantCulture);

    private static string Round(double value) => value.ToString(Math.Abs(value) < 10 ? "0.#" : "0", CultureInfo.InvariantCulture);
}
