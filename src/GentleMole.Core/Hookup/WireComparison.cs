namespace GentleMole.Core.Hookup;

/// <summary>Tries compared, likeliest first.</summary>
/// <param name="Likely">The wire that leads where the line is expected; null when none stands out.</param>
public sealed record WireComparison(IReadOnlyList<WireResult> Results, WireResult? Likely)
{
    private const double LeadsPart = 0.6;
    private const double PartlyPart = 0.25;

    /// <summary>The best must be this much ahead of the next.</summary>
    private const double Ahead = 1.5;

    /// <summary>Judges each try and puts them in order.</summary>
    public static WireComparison Of(IReadOnlyList<WireTrial> trials)
    {
        var results = trials.Select(Judge)
            .OrderBy(r => r.Finding == WireFinding.Dead ? 1 : 0)
            .ThenByDescending(r => r.Trial.HeardMilliamps ?? -1)
            .ThenByDescending(r => r.Trial.SentMilliamps ?? 0)
            .ToList();
        var best = results.Count > 0 ? results[0] : null;
        var clear = best is { Finding: WireFinding.LeadsThere or WireFinding.Partly }
            && (results.Count == 1 || best.Trial.HeardMilliamps >= Ahead * (results[1].Trial.HeardMilliamps ?? 0));
        return new WireComparison(results, clear ? best : null);
    }

    private static WireResult Judge(WireTrial trial)
    {
        var circuit = CircuitCheck.Judge(trial.Volts, trial.SentMilliamps, CircuitLimits.Usual);
        var part = trial.HeardMilliamps is { } heard && trial.SentMilliamps is > 0 ? heard / trial.SentMilliamps.Value : (double?)null;
        var finding = trial.SentMilliamps is < CircuitCheck.LeastMilliamps ? WireFinding.Dead
            : part is not { } p ? WireFinding.NotWalked
            : p >= LeadsPart ? WireFinding.LeadsThere
            : p >= PartlyPart ? WireFinding.Partly
            : WireFinding.LeadsElsewhere;
        return new WireResult(trial, finding, part, circuit.LoopOhms);
    }
}
