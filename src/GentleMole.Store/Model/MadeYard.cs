using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A yard that somebody of the firm made.</summary>
public sealed class MadeYard
{
    /// <summary>Longest that a yard is written.</summary>
    public const int MostText = 400_000;

    public int Id { get; set; }

    public required string Title { get; set; }

    /// <summary>The yard as the open file has it.</summary>
    public required string Drawn { get; set; }

    public required string MadeBy { get; set; }

    public Instant MadeAt { get; set; }

    /// <summary>No new round is begun on it.</summary>
    public bool IsPutAway { get; set; }
}
