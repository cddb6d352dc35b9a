using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Log;

/// <summary>What a walk along the chain found.</summary>
/// <param name="Broken">Number of the first entry that does not fit; null when all do.</param>
/// <param name="Head">Hash of the last entry that fits; empty for an empty log.</param>
/// <param name="LostHandovers">Jobs whose handover carries a head that the chain does not hold: its end was cut off.</param>
/// <param name="Samples">Samples of instruments whose blocks are as the log says.</param>
/// <param name="BrokenBlock">Number of the first block of samples that is not as the log says, is gone, or is in no entry.</param>
public sealed record LogVerdict(
    long Entries, long? Broken, string Head, IReadOnlyList<int> LostHandovers, long Samples = 0, long? BrokenBlock = null)
{
    public bool IsWhole => Broken is null && LostHandovers.Count == 0 && BrokenBlock is null;
}
