namespace GentleMole.Store.Log;

/// <summary>Somebody else changed the same thing since it was shown; nothing was saved.</summary>
public sealed class ChangedMeanwhileException(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried)
    : Exception("Somebody else changed this meanwhile.")
{
    public IReadOnlyList<LogEntry> Changes { get; } = changes;

    /// <summary>Values that others changed too and that were only carried along; see <see cref="ChangeContext.Carried"/>.</summary>
    public IReadOnlyList<string> Carried { get; } = carried;
}
