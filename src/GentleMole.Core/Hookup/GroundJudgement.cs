namespace GentleMole.Core.Hookup;

/// <summary>How a hookup does in one plausible ground.</summary>
/// <param name="EnoughMilliamps">Setting that would be enough where only the signal fails; null when none is, or it is not needed.</param>
public sealed record GroundJudgement(GroundDoubt Doubt, HookupPrediction Prediction, double? EnoughMilliamps)
{
    /// <summary>What it lacks there; empty when it is adequate.</summary>
    public IReadOnlyList<HookupFailing> Failings { get; } = HookupAdequacy.Failings(Prediction);
}
