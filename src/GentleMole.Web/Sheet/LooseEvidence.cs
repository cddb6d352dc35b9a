using GentleMole.Store.Evidence;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Evidence of which no dot was made.</summary>
/// <param name="Count">All of what may be a line that is not on the notice.</param>
/// <param name="Samples">Of that what is at hand: all for a file, the latest for a drawing.</param>
/// <param name="Rows">Readings of rows across, earliest first, as far as they are at hand: they belong to a dot and say of no line.</param>
internal sealed record LooseEvidence(int Count, IReadOnlyList<Sample> Samples, IReadOnlyList<Sample> Rows)
{
    /// <summary>How many readings belong to passes that were swept.</summary>
    public int OfPasses { get; init; }

    /// <summary>How many there are under each word, up to the block that was the last when they were counted.</summary>
    public IReadOnlyDictionary<string, int> Words { get; init; } = new Dictionary<string, int>();

    public long LastBlock { get; init; }

    public static LooseEvidence None { get; } = new(0, [], []);
}
