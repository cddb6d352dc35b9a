using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>
/// A notice that came from the notice centre and cannot be taken: kept as it came, with what is wrong with it, until the
/// lead has seen to it. What comes after it goes on.
/// </summary>
public sealed class PutAside
{
    /// <summary>Characters of what came that are kept.</summary>
    public const int MostContent = 20_000;

    public int Id { get; set; }

    public Instant CameAt { get; set; }

    /// <summary>Number at the centre as far as it could be read; empty otherwise.</summary>
    public string Number { get; set; } = "";

    /// <summary>What came, cut off when it is very long.</summary>
    public required string Content { get; set; }

    /// <summary>What is wrong with it, in words.</summary>
    public required string Trouble { get; set; }

    /// <summary>When the lead has seen to it.</summary>
    public Instant? SettledAt { get; set; }

    public string SettledBy { get; set; } = "";
}
