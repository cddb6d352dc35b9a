using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the circuit of a hookup and for where its stake stands.</summary>
internal static class CircuitWords
{
    /// <summary>A cause less likely than this is not worth a reading of its own.</summary>
    private const double LeastToAsk = 0.05;

    /// <summary>Loops (logarithm) nearer than this are not told apart by a display.</summary>
    private const double LeastApart = 0.12;

    /// <summary>One sentence on the circuit.</summary>
    /// <param name="limits">By which it was judged.</param>
    public static string Sentence(CircuitResult result, CircuitLimits limits) => result.State switch
    {
        CircuitState.Good => $"The circuit is good: {Ohms(result)}.",
        CircuitState.Weak => $"The circuit is weak: {Ohms(result)}, where up to {FigureWords.Ohms(limits.GoodOhms)} is good.",
        CircuitState.PoorEarth => $"Poor earth: {Ohms(result)}. Improve it before you walk.",
        CircuitState.TooHigh => $"Stop: {Ohms(result)} is too high to go on.",
        CircuitState.Open => "Open circuit: there are volts and no current.",
        CircuitState.NoOutput => "No output: neither volts nor current.",
        CircuitState.NotMeasured => "Type volts and sent current, and the circuit is judged.",
    };

    /// <summary>The next thing to try, in the order that it should be tried.</summary>
    public static string Next(CircuitResult result) => result.State switch
    {
        CircuitState.Good => "Use just enough current for the length you will walk; more only bleeds more.",
        CircuitState.Weak => "Clean the metal at the clip; then wet the stake or drive it deeper. Only then try a higher frequency.",
        CircuitState.PoorEarth => "Wet the stake, drive it deeper, or move it to softer ground. Clean the clip. Then check again.",
        CircuitState.TooHigh => "Do not trace with this. Clean metal, a better earth, another connection point; a higher frequency last.",
        CircuitState.Open => "Look for a lead off its clip, paint or rust under it, a broken wire, a far end that is not earthed, a stake in dry ground.",
        CircuitState.NoOutput => "Check that the transmitter is on, its battery, and that the leads are plugged in.",
        CircuitState.NotMeasured => "Volts over current is the loop: line, far earth, soil and stake.",
    };

    public static string Cause(CircuitCause cause) => cause switch
    {
        CircuitCause.AsPredicted => "As predicted",
        CircuitCause.DirtyClip => "Paint or rust under the clip",
        CircuitCause.DryStake => "Dry or loose stake",
        CircuitCause.OpenFarEnd => "Far end not earthed",
        CircuitCause.BrokenLine => "Line broken near here",
        CircuitCause.CorrodedJoint => "Corroded joint or splice",
        CircuitCause.BondedToAnother => "Touches another line here",
        CircuitCause.LooseEnd => "A loose end: leads to nothing",
        CircuitCause.WrongWire => "The clip is on another line",
        CircuitCause.ShortToEarth => "Touches earth near here",
        CircuitCause.StakeOnService => "The stake is on another service",
        CircuitCause.NoneOfThese => "None of these",
    };

    /// <summary>What to do, so that this cause shows or goes away.</summary>
    public static string TryNext(CircuitCause cause) => cause switch
    {
        CircuitCause.AsPredicted => "Go on: sweep round the hookup before you trace.",
        CircuitCause.DirtyClip => "Scrape to bright metal and clip again; the ohms must drop at once.",
        CircuitCause.DryStake => "Wet the stake and drive it deeper; if the ohms do not move, it is the clip.",
        CircuitCause.OpenFarEnd => "Earth the far end if you may; else a medium frequency carries where a low one does not.",
        CircuitCause.BrokenLine => "Connect beyond, or from the other end, and see where the two signals end.",
        CircuitCause.CorrodedJoint => "Follow the current: it falls little at the joint at a high frequency and much at a low one. Connect beyond it.",
        CircuitCause.BondedToAnother => "Sweep all round: part of the current leaves on the other line. Lift the bond, if you may, or connect farther on.",
        CircuitCause.LooseEnd => "Try the other wires in the box.",
        CircuitCause.WrongWire => "Try each wire and read the current where the line is expected.",
        CircuitCause.ShortToEarth => "Look for bare wire in the box; connect beyond it. The current is lost before it leaves.",
        CircuitCause.StakeOnService => "Pull it and drive it elsewhere, off every line; that service carries all of the return now.",
        CircuitCause.NoneOfThese => "Check leads, fuse and display; look for what is not on the sheet.",
    };

    /// <summary>A loop that may look good and is not: current that does not go where it should.</summary>
    public static bool Misleads(CircuitCause cause) => cause is CircuitCause.StakeOnService or CircuitCause.WrongWire or CircuitCause.BondedToAnother or CircuitCause.ShortToEarth
        or CircuitCause.LooseEnd or CircuitCause.BrokenLine or CircuitCause.NoneOfThese;

    /// <summary>The loop, where it is likely not what it seems.</summary>
    public static string Seems(CircuitResult result) => $"{Ohms(result)}, but the current likely does not go where it should.";

    /// <summary>What is likely instead of a good circuit.</summary>
    public static string But(CauseFigure likely) => likely.Cause == CircuitCause.NoneOfThese
        ? "Do not walk yet: nothing that is known here reads like this. " + TryNext(likely.Cause)
        : $"Do not walk yet. Likeliest, {FigureWords.Percent(likely.Chance)}: {Lower(Cause(likely.Cause))}. {TryNext(likely.Cause)}";

    /// <summary>How a measured loop stands to the expected one.</summary>
    public static string Against(double measuredOhms, double expectedOhms, IReadOnlyList<CauseFigure> causes)
    {
        var should = $" This ground should give {FigureWords.Ohms(expectedOhms)}";
        return causes.Count == 0 ? should + "."
            : causes[0].Cause == CircuitCause.AsPredicted ? should + (causes[0].Chance > 0.5 ? ": it agrees, as well as soil is known." : ": it may be that, see below.")
            : should + (measuredOhms > expectedOhms * 1.15 ? $"; {FigureWords.Figure(measuredOhms / expectedOhms)} times as much was read."
                : measuredOhms < expectedOhms / 1.15 ? $"; only {FigureWords.Percent(measuredOhms / expectedOhms)} of it was read."
                : "; that alone would agree.");
    }

    /// <summary>What is still to be read so that causes are told apart; empty when nothing would.</summary>
    public static string Ask(IReadOnlyList<CauseFigure> causes, bool heardIsKnown, Person person)
    {
        var likely = causes.Where(c => c.Chance >= LeastToAsk && c.OtherOhms is not null).ToList();
        var said = new List<string>();
        if (likely.Count > 1 && likely.Skip(1).FirstOrDefault(c => Math.Abs(Math.Log(c.OtherOhms!.Value / likely[0].OtherOhms!.Value)) > LeastApart) is { } other)
        {
            said.Add($"send {LineWords.Frequency(other.OtherHertz!.Value)} and read volts and current again: {FigureWords.Ohms(likely[0].OtherOhms!.Value)} if “{Lower(Cause(likely[0].Cause))}”, {FigureWords.Ohms(other.OtherOhms!.Value)} if “{Lower(Cause(other.Cause))}”");
        }

        if (!heardIsKnown && causes.Any(c => c.Chance >= LeastToAsk && c.Cause is CircuitCause.WrongWire or CircuitCause.ShortToEarth or CircuitCause.BondedToAnother))
        {
            said.Add($"read the current on the line {person.Run(CircuitModel.HeardMetres)} out: a loop alone does not show whether it goes there");
        }

        return said.Count == 0 ? "" : HookupWords.Title(string.Join("; and ", said)) + ".";
    }

    private static string Lower(string words) => char.ToLowerInvariant(words[0]) + words[1..];

    public static string Sentence(StakeFinding finding, Person person) => finding.Fault switch
    {
        StakeFault.NotSquare => $"The stake is {finding.Measured.ToString("0", CultureInfo.InvariantCulture)}° off square to the line. Move it round until the lead leaves at a right angle.",
        StakeFault.TooNear => $"The stake is only {person.Run(finding.Measured)} from the line. Take it as far as the lead allows, {person.Run(StakePlacement.LeastMetresFromLine)} or more.",
        StakeFault.AcrossAnotherLine => $"The lead crosses {finding.LineName}, which will carry part of the return. Put the stake on the other side.",
        StakeFault.BesideAnotherLine => $"The stake stands {person.Run(finding.Measured)} from {finding.LineName} and feeds it. Move it away.",
    };

    private static string Ohms(CircuitResult result) => result.LoopOhms is { } ohms
        ? ohms >= 1000
            ? (ohms / 1000).ToString("0.0", CultureInfo.InvariantCulture) + " kΩ round the loop"
            : ohms.ToString("0", CultureInfo.InvariantCulture) + " Ω round the loop"
        : "";
}
