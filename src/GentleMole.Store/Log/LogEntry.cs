using NodaTime;

namespace GentleMole.Store.Log;

/// <summary>
/// One change, as evidence. Entries are numbered without a gap and each carries the hash of itself and the entry before, so
/// that nothing can be altered, taken out or put in between without the chain showing it. The file refuses updates and
/// deletes of its own accord.
/// </summary>
public sealed class LogEntry
{
    /// <summary>Number in the chain, from 1.</summary>
    public long Id { get; set; }

    /// <summary>Null for what concerns the firm as a whole.</summary>
    public int? JobId { get; set; }

    public Instant At { get; set; }

    public required string Who { get; set; }

    /// <summary>
    /// Number of the person or token, which stays when a name changes; empty for the application itself, and in entries from
    /// before it was kept.
    /// </summary>
    public string WhoId { get; set; } = "";

    /// <summary><c>added</c>, <c>changed</c>, <c>removed</c>.</summary>
    public required string What { get; set; }

    /// <summary>Kind and id of what was changed, e.g. <c>Reading:6f9619ff…</c>.</summary>
    public required string Subject { get; set; }

    /// <summary>JSON of the values before; only those that changed. Empty for what was added.</summary>
    public string Before { get; set; } = "";

    public string After { get; set; } = "";

    public string Why { get; set; } = "";

    /// <summary>SHA-256 in hexadecimal over this entry and the hash before it.</summary>
    public string Hash { get; set; } = "";
}
