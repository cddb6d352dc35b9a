using NodaTime;

namespace GentleMole.Store.Log;

/// <summary>The id of something that was sent and stored.</summary>
public sealed class SentOnce
{
    public Guid Id { get; set; }

    public Instant At { get; set; }
}
