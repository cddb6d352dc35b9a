using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the circuit of a hookup and for where its stake stands.</summary>
internal static class CircuitWords
{
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
