using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>How the person of a request stands, as the store says at this moment.</summary>
/// <param name="ConfirmedAt">When the password was last given in this session.</param>
/// <param name="HasPassword">False for the demo's people.</param>
/// <param name="HasFactor">A second factor is on.</param>
/// <param name="NeedsFactor">The firm wants a second factor of them, and there is none yet.</param>
internal sealed record Standing(Instant? ConfirmedAt, bool HasPassword, bool HasFactor, bool NeedsFactor)
{
    private static readonly Duration LookedAt = Duration.FromMinutes(15);
    private static readonly Duration Sent = Duration.FromMinutes(60);

    /// <summary>True when the password was given lately enough: for a look, or for a form that was opened in time and is sent now.</summary>
    public bool IsConfirmed(Instant now, bool isChange, bool isDemo) =>
        (isDemo && !HasPassword) || (ConfirmedAt is { } at && now - at <= (isChange ? Sent : LookedAt));
}
