namespace GentleMole.Core.Signal;

/// <summary>One of several wires in a box, tried.</summary>
/// <param name="SentMilliamps">Current that the transmitter drove into it.</param>
/// <param name="HeardMilliamps">Current read on the line a few metres out in the direction that is expected; null when not walked.</param>
public sealed record WireTrial(string Wire, double? Volts, double? SentMilliamps, double? HeardMilliamps);

/// <summary>How a wire did.</summary>
public enum WireFinding
{
    /// <summary>Its current comes out where the line is expected.</summary>
    LeadsThere,

    /// <summary>Some of it does.</summary>
    Partly,

    /// <summary>It carries current, but elsewhere.</summary>
    LeadsElsewhere,

    /// <summary>Hardly any current goes in.</summary>
    Dead,

    /// <summary>Not walked yet: only the circuit can be compared.</summary>
    NotWalked,
}

/// <summary>A wire with its finding.</summary>
/// <param name="Part">Current heard in the expected direction as a part of what was sent.</param>
public sealed record WireResult(WireTrial Trial, WireFinding Finding, double? Part, double? LoopOhms);

/// <summary>Tries compared, likeliest first.</summary>
/// <param name="Likely">The wire that leads where the line is expected; null when none stands out.</param>
public sealed record WireComparison(IReadOnlyList<WireResult> Results, WireResult? Likely)
{
    private const double LeadsPart = 0.6;
    private const double PartlyPart = 0.25;

    /// <summary>The best must be this much ahead of the next.</summary>
    private const double Ahead = 1.5;

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
        var circuit = CircuitCheck.Judge(trial.Volts, trial.SentMilliamps, new CircuitLimits());
        var part = trial.HeardMilliamps is { } heard && trial.SentMilliamps is > 0 ? heard / trial.SentMilliamps.Value : (double?)null;
        var finding = trial.SentMilliamps is < CircuitCheck.LeastMilliamps ? WireFinding.Dead
            : part is not { } p ? WireFinding.NotWalked
            : p >= LeadsPart ? WireFinding.LeadsThere
            : p >= PartlyPart ? WireFinding.Partly
            : WireFinding.LeadsElsewhere;
        return new WireResult(trial, finding, part, circuit.LoopOhms);
    }
}
