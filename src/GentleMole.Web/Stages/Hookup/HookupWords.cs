using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for planned hookups.</summary>
internal static class HookupWords
{
    private static readonly string[] Winds = ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"];

    public static string Name(SupposedGround ground, string id) =>
        ground.Lines.FirstOrDefault(l => l.Id == id) is { } line ? $"{line.Name} ({LineWords.Kind(line.Kind)})" : "a line";

    /// <summary>What is connected to what, in a few words.</summary>
    public static string What(HookupTry hookup, Person person) => hookup.Method switch
    {
        HookupMethod.Direct => $"Direct on {hookup.ConnectedTo}, {LineWords.Frequency(hookup.Hertz)}, stake {Way(hookup.At, hookup.Stake!.Value, person)}",
        HookupMethod.Clamp => $"Clamp at {hookup.ConnectedTo}, {LineWords.Frequency(hookup.Hertz)}",
        HookupMethod.Induction => $"Induction from {person.Run(hookup.At.East)} E, {person.Run(hookup.At.North)} N, {LineWords.Frequency(hookup.Hertz)}",
        HookupMethod.Passive => "Passive: listen for the mains current",
    };

    public static string Way(SitePoint from, SitePoint to, Person person) =>
        $"{person.Run(from.DistanceTo(to))} to the {Winds[(to - from).Azimuth.Wind(8)]}";

    /// <summary>Why this hookup is good, or what is still against it.</summary>
    public static string Because(HookupPrediction p, PlannerTask task, Person person)
    {
        var target = LineWords.Kind(task.Ground.Line(task.Target)!.Kind);
        var neighbour = p.Worst is not { } worst || worst.Part < 0.02 ? "nothing beside it can be mistaken for it"
            : worst.Fools ? $"but {Name(task.Ground, worst.Line)} reads {FigureWords.Figure(worst.Part)} times as strong {person.Run(worst.AwayMetres)} beside it, {(worst.CurrentPart < 1 ? "although it carries less" : "and carries more")}"
            : $"{Name(task.Ground, worst.Line)} beside it reads {FigureWords.Percent(worst.Part)} of it at most";
        var reserve = p.Margin < HookupAdequacy.LeastMargin ? ", with little in reserve" : "";
        return p.Covers
            ? $"{FigureWords.Percent(p.Share)} of the current beside the work is on the {target}, {FigureWords.Milliamps(p.EndMilliamps)} at its far end{reserve}; {neighbour}."
            : $"Only {FigureWords.Milliamps(p.LeastMilliamps)} is left within the work, too little for the receiver at this depth; {neighbour}.";
    }

    /// <summary>Why a ranked hookup is worse here than the best: the one difference that weighs most.</summary>
    public static string Worse(JudgedHookup other, JudgedHookup first, PlannerTask task, Person person)
    {
        var (p, best) = (other.Prediction, first.Prediction);
        if (first.IsAdequate && !other.IsAdequate && p.Verdict == Verdict.Sound)
        {
            return GroundWords.Holds(other, task, person);
        }

        if (!p.Covers && best.Covers)
        {
            return $"The signal is lost after {person.Run(p.ReachMetres)}; the work reaches farther.";
        }

        if (p.Worst is { Fools: true } fool && best.Worst?.Fools != true)
        {
            return $"{Name(task.Ground, fool.Line)} would read stronger than the target.";
        }

        if (p.Try.Method == HookupMethod.Direct && p.Shown.ResistiveOhms > task.Limits.WeakOhms && !(best.Shown.ResistiveOhms > task.Limits.WeakOhms))
        {
            return $"The loop would have {FigureWords.Ohms(p.Shown.ResistiveOhms!.Value)} of resistance.";
        }

        if (best.Share - p.Share > 0.01)
        {
            return $"Only {FigureWords.Percent(p.Share)} of the current stays on the target{(p.Worst is { } w ? $"; {Name(task.Ground, w.Line)} takes {FigureWords.Milliamps(w.Milliamps)}" : "")}.";
        }

        return p.Try.Method switch
        {
            HookupMethod.Induction => "Lights everything near, and the receiver must keep 15 m from the box.",
            HookupMethod.Passive => "Heard only while current flows, and tells no line from another.",
            HookupMethod.Clamp => best.Try.Method == HookupMethod.Direct ? "Gives less current, and needs both earths." : Beside(p.Try, best.Try),
            HookupMethod.Direct => Beside(p.Try, best.Try),
        };
    }

    /// <summary>Why a hookup of the same kind comes after the best.</summary>
    private static string Beside(HookupTry other, HookupTry best) =>
        other.SetMilliamps > best.SetMilliamps ? $"Needs {FigureWords.Milliamps(other.SetMilliamps)} where {FigureWords.Milliamps(best.SetMilliamps)} will do."
        : other.Hertz > best.Hertz ? "Does as well; a higher frequency finds more ways off the line that nobody drew."
        : other.Hertz < best.Hertz ? "Does as well; the habit of the house tries the other first."
        : "Does nearly as well.";

    public static string Refused(RefusedWay way) => $"{(way.Method == HookupMethod.Induction ? "Induction" : Title(LineWords.Method(way.Method)) + " at " + way.Point.Name)}: " + way.Refusal switch
    {
        HookupRefusal.LiveElectric => "never direct on what is live or may be.",
        HookupRefusal.ClampWithoutEarths => "no earth on both sides of the clamp, so no current would flow.",
        HookupRefusal.InsulatedFromWork => "an insulating joint lies between here and the work.",
        HookupRefusal.TooNearForInduction => "the box would have to stand within 15 m of the work, and the receiver would hear it.",
        HookupRefusal.NoStakePlace => "no place for the stake: " + (way.Stake is { } why ? Stake(why) : "none left within reach of the lead."),
    };

    public static string Stake(StakeRefusal refusal) => refusal switch
    {
        StakeRefusal.OnBuilding => "there is a building.",
        StakeRefusal.OnPaving => "the ground is paved there.",
        StakeRefusal.ShallowService => "a shallow service lies under it.",
        StakeRefusal.BeyondLead => "the lead does not reach so far.",
        StakeRefusal.PowerEarth => "it would stand on a power earth.",
        StakeRefusal.LeadBlocked => "a building is in the way of the lead.",
    };

    /// <summary>Why the stake does not belong where it is, with the service that it would reach.</summary>
    public static string Stake(StakeRefusal refusal, StakeGround stakes, SitePoint stake, Person person) =>
        refusal == StakeRefusal.ShallowService && stakes.ShallowAt(stake, HookupTry.DrivenMetres) is { } service
            ? $"{service.Name} ({LineWords.Kind(service.Kind)}) lies under it, {person.Length(service.Depth.Metres)} deep as supposed."
            : Stake(refusal);

    public static string Title(string words) => words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];

    public static string Wire(WireFinding finding) => finding switch
    {
        WireFinding.LeadsThere => "leads where the line is expected",
        WireFinding.Partly => "leads there in part",
        WireFinding.LeadsElsewhere => "leads elsewhere",
        WireFinding.Dead => "takes no current",
        WireFinding.NotWalked => "not walked yet",
    };

    public static string Compared(WireComparison compared) => compared.Likely is { } likely
        ? $"{likely.Trial.Wire} is likely the one: {FigureWords.Percent(likely.Part ?? 0)} of its current comes out where the line is expected."
        : compared.Results.Any(r => r.Finding is WireFinding.LeadsThere or WireFinding.Partly)
            ? "No wire stands out. Walk farther on each, and compare again."
            : compared.Results.Any(r => r.Finding == WireFinding.NotWalked) ? "Walk a few metres out on each wire and type the current that you read there." : "None of these wires leads where the line is expected.";

    /// <summary>A bearing of the ring where what was heard and what was expected part.</summary>
    public static string Ring(ArcMatch match, SupposedGround ground) => match.Expected is not { } expected
        ? $"Heard at {match.Found} and not expected: a line that nobody drew, or a bond. Follow it before you trust the target."
        : $"Expected at {expected.Bearing} and not heard: {(expected.Line is { } id ? Name(ground, id) : "soil currents")}. The line may not lie where it is drawn.";

    public static string WhyTitle(WhyKind kind) => kind switch
    {
        WhyKind.OpenFarEnd => "Open far end",
        WhyKind.DrySoil => "Dry soil",
        WhyKind.BondedInside => "Bonded inside the building",
        WhyKind.ParallelRun => "Parallel run",
        WhyKind.Tee => "Tee",
        WhyKind.InsulatedJoint => "Insulated joint",
    };

    /// <summary>The card's text with this site's numbers.</summary>
    public static string Why(WhyCard card, SupposedGround ground, HookupTry hookup, Person person)
    {
        var other = card.Line is { } id ? Name(ground, id) : "";
        return card.Kind switch
        {
            WhyKind.OpenFarEnd => $"At {LineWords.Frequency(hookup.Hertz)} {FigureWords.Milliamps(card.Without)} reaches the end of the work with the far end earthed, {FigureWords.Milliamps(card.With)} with it open{(card.RemedyHertz > hookup.Hertz ? $", {FigureWords.Milliamps(card.Remedy ?? 0)} at {LineWords.Frequency(card.RemedyHertz.Value)}" : "")}.",
            WhyKind.DrySoil => $"The loop is {FigureWords.Ohms(card.Without)} as it is, {FigureWords.Ohms(card.With)} in soil ten times drier, {FigureWords.Ohms(card.Remedy ?? 0)} there with the stake wetted.",
            WhyKind.BondedInside => $"{other} carries {FigureWords.Milliamps(card.Without)} beside the work; bonded at the far end it would carry {FigureWords.Milliamps(card.With)}, running the other way.",
            WhyKind.ParallelRun => card.Without < 1
                ? $"{other} does not run beside the target; through the air it takes {FigureWords.Milliamps(card.Remedy ?? 0)} at {LineWords.Frequency(hookup.Hertz)}."
                : $"{other} runs beside it for {person.Run(card.Without)}. Through air and soil it takes {FigureWords.Milliamps(card.Remedy ?? 0)} at {LineWords.Frequency(hookup.Hertz)}, {FigureWords.Milliamps(card.With)} at {LineWords.Frequency(card.RemedyHertz ?? hookup.Hertz)}.",
            WhyKind.Tee => $"{FigureWords.Milliamps(card.Without)} reaches the end of the work; with a branch like the main in between, {FigureWords.Milliamps(card.With)}.",
            WhyKind.InsulatedJoint => $"{FigureWords.Milliamps(card.Without)} reaches the end of the work; past an open joint {FigureWords.Milliamps(card.With)}{(card.RemedyHertz > hookup.Hertz ? $", {FigureWords.Milliamps(card.Remedy ?? 0)} at {LineWords.Frequency(card.RemedyHertz.Value)}" : "")}.",
        };
    }

    /// <summary>Which of several cables it is, in one sentence.</summary>
    public static string Cables(CableChoice choice, IReadOnlyList<CableReading> cables, double? sent)
    {
        var best = Enumerable.Range(0, cables.Count).MaxBy(i => choice.Chances[i]);
        var read = $"{FigureWords.Milliamps(cables[best].Milliamps)}{(sent is > 0 ? $" of {FigureWords.Milliamps(sent.Value)}" : "")}{(cables[best].IsAway switch { true => ", running away", false => ", running back", null => "" })}";
        return choice.Step switch
        {
            CableStep.Take => $"It is {cables[best].Name}: {read}.",
            CableStep.LookElsewhere => "It is none of these: no cable here carries what was sent.",
            CableStep.ReadWays or CableStep.LiftEarths or CableStep.OtherEnd => $"Likely {cables[best].Name}, {FigureWords.Chance(choice.Chances[best])}: {read}.{(choice.Alike is { } alike ? $" But {cables[alike].Name} carries nearly as much." : "")}",
        };
    }

    /// <summary>What to do next with them.</summary>
    public static string CablesNext(CableStep step) => step switch
    {
        CableStep.Take => "Read it once more farther on before you mark or open anything; a clamp does not prove a cable dead.",
        CableStep.ReadWays => "Read which way the current runs on each: what comes back shares an earth, what goes away is the one.",
        CableStep.LiftEarths => "Two carry alike: they share earths. Have the earths between them lifted, by those who may, and read again; else send from the other end and take the one that is strongest both times.",
        CableStep.OtherEnd => "Send from the other end and read all of them again; the one that is strongest both times is it.",
        CableStep.LookElsewhere => "Look whether the clip still holds and what leaves before this chamber; the one that you seek may not pass here.",
    };

    /// <summary>How the second hookup differs from what was made.</summary>
    /// <param name="shown">The hookup at hand; another than the second when somebody chose one.</param>
    public static string Second(SecondHookup? second, HookupTry? shown) => second is null
        ? "the plan has no other hookup on this line than those that were made."
        : shown != second.Hookup.Try ? "this is the hookup that you chose; the plan's own best second one is another."
        : second.Way switch
        {
            SecondWay.FarEnd => $"from elsewhere on the line, {shown.ConnectedTo}. What fooled the first hardly fools this one.",
            SecondWay.OtherStake => "the same connection with its stake elsewhere: the soil currents come from another side.",
            SecondWay.OtherFrequency => "the same connection at another frequency: what leaks and couples changes, the line does not.",
        };
}
