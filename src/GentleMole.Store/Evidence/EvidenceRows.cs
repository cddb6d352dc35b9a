using GentleMole.Store.Log;

namespace GentleMole.Store.Evidence;

/// <summary>What was listened to on a walk.</summary>
public enum Listening
{
    /// <summary>The device did not say, and nothing was hooked up to its line.</summary>
    Unsaid,

    /// <summary>A transmitter's signal, put on by the hookup that the walk names.</summary>
    Active,

    /// <summary>Mains current.</summary>
    Power,

    /// <summary>Far transmitters.</summary>
    Radio,

    /// <summary>Cathodic protection.</summary>
    Cathodic,

    /// <summary>A transmitter on the surface.</summary>
    Induction,
}

/// <summary>
/// A walk with an instrument: who, with what, listening to what. Samples belong to it in blocks; a pause, another hookup or
/// another person begins a new one. Never changed.
/// </summary>
public sealed class ReceiverWalk : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string Who { get; set; }

    public int? HookupId { get; set; }

    /// <summary>The receiver, where the hookup says which.</summary>
    public int? InstrumentId { get; set; }

    public Listening Listening { get; set; }

    public DateTime BeganAt { get; set; }
}

/// <summary>
/// Samples as they came, in order, as one piece: evidence. Never changed, never removed; the log holds the hash of its
/// content.
/// </summary>
public sealed class SampleBlock : IJobPart
{
    public long Id { get; set; }

    public int JobId { get; set; }

    public int WalkId { get; set; }

    public DateTime StoredAt { get; set; }

    public int Count { get; set; }

    /// <summary>See <see cref="SampleCodec"/>.</summary>
    public byte[] Content { get; set; } = [];
}

/// <summary>
/// A sample that no dot was made of, because what it names is not on the notice: where it lies in the evidence, so that it
/// can be found by its id and by its word. All of it can be made anew from the blocks.
/// </summary>
public sealed class LooseSample : IJobPart
{
    public Guid Id { get; set; }

    public int JobId { get; set; }

    public long BlockId { get; set; }

    /// <summary>Place in its block, from 0.</summary>
    public int Ordinal { get; set; }

    public required string Utility { get; set; }
}
