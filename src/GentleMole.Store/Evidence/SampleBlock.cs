using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>
/// Samples as they came, in order, as one piece: evidence. Never changed, never removed; the log holds the hash of its
/// content.
/// </summary>
public sealed class SampleBlock : IJobPart
{
    public long Id { get; set; }

    public int JobId { get; set; }

    public int WalkId { get; set; }

    public Instant StoredAt { get; set; }

    public int Count { get; set; }

    /// <summary>See <see cref="SampleCodec"/>.</summary>
    public byte[] Content { get; set; } = [];
}
