namespace GentleMole.Store.Evidence;

/// <summary>What became of a batch of samples.</summary>
/// <param name="Elsewhere">A sample that is kept in another job already; then nothing was kept.</param>
/// <param name="NoSuchJob">There is no such job; nothing was kept.</param>
public sealed record TakenBatch(int Accepted, int Duplicates, Guid? Elsewhere = null, bool NoSuchJob = false);
