namespace GentleMole.Store.Writing;

/// <summary>The store takes nothing more at the moment; the same again in a few seconds will be taken.</summary>
public sealed class StoreBusyException(string message) : Exception(message)
{
    /// <summary>How long to wait before trying again.</summary>
    public TimeSpan After { get; } = TimeSpan.FromSeconds(2);
}
