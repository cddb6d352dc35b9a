namespace GentleMole.Store.Log;

/// <summary>Somebody else changed the same thing since it was shown; nothing was saved.</summary>
public sealed class ChangedMeanwhileException(IReadOnlyList<LogEntry> changes)
    : Exception("Somebody else changed this meanwhile.")
{
    public IReadOnlyList<LogEntry> Changes { get; } = changes;
}
