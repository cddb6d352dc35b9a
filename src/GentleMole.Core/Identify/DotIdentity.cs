namespace GentleMole.Core.Identify;

/// <summary>Which line is under a dot.</summary>
/// <param name="Hypotheses">Every explanation once, the likeliest first; they add up to one.</param>
/// <param name="Verdict">By how likely it is that the target makes the response.</param>
/// <param name="Next">What else could be read, the most telling first.</param>
/// <param name="Signs">What was read, and what each explanation would have expected.</param>
/// <param name="Profiles">Responses across of those that were met, the best first.</param>
public sealed record DotIdentity(
    IReadOnlyList<Hypothesis> Hypotheses, Verdict Verdict, IReadOnlyList<NextMeasurement> Next, IReadOnlyList<SeenSign> Signs, IReadOnlyList<ResponseProfile> Profiles)
{
    /// <summary>Chance that what was read comes of something that none of the grounds has: then no explanation is sure.</summary>
    public double Unexplained { get; init; }

    /// <summary>From here the response is the target's.</summary>
    public const double SoundFrom = 0.98;

    /// <summary>Up to here it is not.</summary>
    public const double RejectTo = 0.40;

    /// <summary>The likeliest explanation.</summary>
    public Hypothesis Best => Hypotheses[0];

    /// <summary>The target as an explanation.</summary>
    public Hypothesis Target => Hypotheses.First(h => h.Kind == HypothesisKind.Target);

    /// <summary>Chance that the target makes it.</summary>
    public double OnTarget => Target.Probability;

    /// <summary>Verdict for a chance.</summary>
    public static Verdict VerdictOf(double onTarget) =>
        onTarget >= SoundFrom ? Verdict.Sound : onTarget <= RejectTo ? Verdict.Reject : Verdict.Caution;
}
