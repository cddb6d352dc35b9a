using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>SIMULATED. One go at a yard; it belongs to who plays it.</summary>
public sealed class PracticeRound
{
    public int Id { get; set; }

    /// <summary>Who plays: a person's id, or that of a token.</summary>
    public required string OwnerId { get; set; }

    public required string OwnerName { get; set; }

    /// <summary>Code of the yard.</summary>
    public required string Yard { get; set; }

    public int Seed { get; set; }

    public Instant StartedAt { get; set; }

    public Instant? FinishedAt { get; set; }

    /// <summary>0 to 100, once it is finished.</summary>
    public double? Score { get; set; }

    /// <summary>What was judged, in short, for the learner's record; empty until it is finished.</summary>
    public string Judged { get; set; } = "";

    public List<PracticeStep> Steps { get; set; } = [];
}
