using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>An answer on its way to the notice centre: kept until the centre has said that it has it.</summary>
public sealed class CentreAnswer
{
    /// <summary>Made here; the centre stores an id once however often it is sent.</summary>
    public Guid Id { get; set; }

    public int JobId { get; set; }

    public required string NoticeNumber { get; set; }

    public required string Utility { get; set; }

    public required string Owner { get; set; }

    public required string Answer { get; set; }

    public string Note { get; set; } = "";

    public Instant MadeAt { get; set; }

    public Instant? SentAt { get; set; }

    public int Attempts { get; set; }

    public Instant NextTry { get; set; }

    public string Trouble { get; set; } = "";
}
