using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>One sign-in of a person: what the cookie stands for. Ended here, the cookie opens nothing any more, wherever it was kept.</summary>
public sealed class PersonSession
{
    public Guid Id { get; set; }

    public required string PersonId { get; set; }

    public Instant MadeAt { get; set; }

    /// <summary>When it was last used, to within some minutes.</summary>
    public Instant SeenAt { get; set; }

    public Instant? EndedAt { get; set; }

    /// <summary>When its person last gave the password again, for what needs that.</summary>
    public Instant? ConfirmedAt { get; set; }

    /// <summary>Address it was made from.</summary>
    public string Address { get; set; } = "";

    /// <summary>The browser, as it names itself, cut short.</summary>
    public string Browser { get; set; } = "";
}
