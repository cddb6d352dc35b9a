namespace GentleMole.Store.Evidence;

/// <summary>A sample of the batch is kept in another job: the whole batch is refused.</summary>
internal sealed class BatchRefusedException(TakenBatch outcome) : Exception("A sample is kept in another job.")
{
    public TakenBatch Outcome { get; } = outcome;
}
