namespace GentleMole.Core.Ledger;

/// <summary>Currents that were read along a line, to be held against each other.</summary>
/// <param name="Stations">In any order.</param>
/// <param name="Tees">Branches that are known: a step there has its reason.</param>
/// <param name="SentMilliamps">What the transmitter sends; null where it is not said.</param>
/// <param name="RelativeNoise">Standard deviation of a reading, as a part of it.</param>
public sealed record LedgerTask(IReadOnlyList<LedgerStation> Stations, IReadOnlyList<LedgerTee> Tees, double? SentMilliamps, double RelativeNoise = LedgerTask.UsualNoise)
{
    /// <summary>Of a reading where nothing is said of it.</summary>
    public const double UsualNoise = 0.05;
}
