using GentleMole.Store.Log;

namespace GentleMole.Store.Evidence;

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
