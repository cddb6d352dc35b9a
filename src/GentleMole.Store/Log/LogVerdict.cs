namespace GentleMole.Store.Log;

/// <summary>What a walk along the chain found, and what stands in the tables against it.</summary>
/// <param name="Broken">Number of the first entry that does not fit; null when all do.</param>
/// <param name="Head">Hash of the last entry that fits; empty for an empty log.</param>
/// <param name="LostHandovers">Jobs whose handover carries a head that the chain does not hold: its end was cut off.</param>
/// <param name="Samples">Samples of instruments whose blocks are as the log says.</param>
/// <param name="BrokenBlock">Number of the first block of samples that is not as the log says, is gone, or is in no entry.</param>
public sealed record LogVerdict(
    long Entries, long? Broken, string Head, IReadOnlyList<int> LostHandovers, long Samples = 0, long? BrokenBlock = null)
{
    /// <summary>Things in the tables that are as the log says; null when they were not looked at, because the store is of an earlier version.</summary>
    public int? Rows { get; init; }

    /// <summary>The first that is not.</summary>
    public LogDifference? Difference { get; init; }

    /// <summary>Photos whose files are those that came.</summary>
    public int Photos { get; init; }

    /// <summary>Radar profiles whose traces are those that came.</summary>
    public int Profiles { get; init; }

    /// <summary>What the signed heads say; null where there are none.</summary>
    public HeadVerdict? Heads { get; init; }

    public bool IsWhole => Broken is null && LostHandovers.Count == 0 && BrokenBlock is null && Difference is null && Heads is not { Trouble: not HeadTrouble.None };
}
