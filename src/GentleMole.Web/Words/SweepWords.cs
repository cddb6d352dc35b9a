using GentleMole.Core.Sweeps;

namespace GentleMole.Web.Words;

/// <summary>The words of sweeps, as the API says them and as people do.</summary>
internal static class SweepWords
{
    /// <summary>All modes in the words of the API.</summary>
    public static string[] Modes { get; } = [.. Enum.GetValues<SweepMode>().Select(Mode)];

    public static string Mode(SweepMode mode) => mode switch
    {
        SweepMode.Active => "active",
        SweepMode.Power => "power",
        SweepMode.Radio => "radio",
        SweepMode.Cathodic => "cathodic",
        SweepMode.Induction => "induction",
    };

    /// <summary>The mode of a word; active for one that is not known, which is complained of where it was read.</summary>
    public static SweepMode Mode(string word) => Enum.GetValues<SweepMode>().FirstOrDefault(m => Mode(m) == word);
}
