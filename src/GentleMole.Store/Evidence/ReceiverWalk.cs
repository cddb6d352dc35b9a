using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Evidence;

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

    public Instant BeganAt { get; set; }
}
