using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>SIMULATED. Something that was done in a round: with all of them it can be played again.</summary>
public sealed class PracticeStep
{
    /// <summary>Longest that a step is written.</summary>
    public const int MostText = 120_000;

    public long Id { get; set; }

    public int RoundId { get; set; }

    /// <summary>From 1, in the order in which it was done.</summary>
    public int Number { get; set; }

    public Instant At { get; set; }

    public PracticeStepKind Kind { get; set; }

    /// <summary>What was done, as JSON.</summary>
    public required string Done { get; set; }
}
