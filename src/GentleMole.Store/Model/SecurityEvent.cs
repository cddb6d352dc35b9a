using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>Something that happened at the doors: the lead can look for what should not have. Kept for a year.</summary>
public sealed class SecurityEvent
{
    public long Id { get; set; }

    public Instant At { get; set; }

    public SecurityEventKind Kind { get; set; }

    /// <summary>Name of the person or token where it is known; never what a stranger typed.</summary>
    public string Who { get; set; } = "";

    public string WhoId { get; set; } = "";

    public string Address { get; set; } = "";

    /// <summary>What it was about: a page, a file, another person.</summary>
    public string About { get; set; } = "";

    /// <summary>How often the same happened within some minutes.</summary>
    public int Times { get; set; } = 1;
}
