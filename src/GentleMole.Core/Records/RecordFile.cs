using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>What was received from one owner.</summary>
/// <param name="Needed">Names of the sheets that must be read together; empty for a single one.</param>
/// <param name="Received">Name of each sheet and the last day on which it holds.</param>
public sealed record RecordFile(IReadOnlyList<string> Needed, IReadOnlyList<(string Name, LocalDate HoldsUntil)> Received, bool SaysNothing)
{
    /// <summary>Sheets that still hold.</summary>
    private IEnumerable<string> Holding(LocalDate today) => Received.Where(r => r.HoldsUntil >= today).Select(r => r.Name);

    /// <summary>Sheets that were named and are not here.</summary>
    public IReadOnlyList<string> Missing(LocalDate today) =>
        [.. Needed.Where(n => !Holding(today).Contains(n, StringComparer.OrdinalIgnoreCase))];

    /// <summary>How it stands on a day.</summary>
    public RecordState StateOn(LocalDate today)
    {
        if (SaysNothing)
        {
            return RecordState.Nothing;
        }

        if (Received.Count == 0)
        {
            return RecordState.Asked;
        }

        if (!Holding(today).Any() || Received.Any(r => r.HoldsUntil < today && !Holding(today).Contains(r.Name, StringComparer.OrdinalIgnoreCase)))
        {
            return RecordState.Expired;
        }

        return Missing(today).Count > 0 ? RecordState.Partial : RecordState.Complete;
    }

    /// <summary>Nothing more to wait for.</summary>
    public bool IsClosed(LocalDate today) => StateOn(today) is RecordState.Complete or RecordState.Nothing;
}
