using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A yard that the lead asks somebody to practise.</summary>
public sealed class SetYard
{
    public int Id { get; set; }

    public required string PersonId { get; set; }

    /// <summary>Code of the yard.</summary>
    public required string Yard { get; set; }

    /// <summary>What the lead says to it.</summary>
    public string Why { get; set; } = "";

    public required string SetBy { get; set; }

    public Instant SetAt { get; set; }

    /// <summary>When a round of it was finished.</summary>
    public Instant? DoneAt { get; set; }
}
