using NodaTime;

namespace GentleMole.Core.Sweeps;

/// <summary>How long a sweep takes: walking, turning, and reading what is met.</summary>
public static class SweepTime
{
    private const double MetresPerSecond = 0.7;

    private const double InductionMetresPerSecond = 0.5;

    /// <summary>Lines that are expected on a site, and responses of none, per metre: for the time that reading takes.</summary>
    private const double LinesExpected = 3;

    private const double AlarmsPerMetre = 0.02;

    private static readonly Duration Turn = Duration.FromSeconds(6);

    private static readonly Duration Reading = Duration.FromSeconds(20);

    /// <summary>Responses to expect on passes of which a line is met so many times on average.</summary>
    public static double ResponsesExpected(IReadOnlyList<SweepPass> passes, double perLine) => (LinesExpected * perLine) + (AlarmsPerMetre * passes.Sum(p => p.LengthMetres));

    /// <summary>Of passes, with so many responses expected on them.</summary>
    public static Duration Of(IReadOnlyList<SweepPass> passes, double responses) =>
        Duration.FromSeconds(passes.Sum(p => p.LengthMetres / (p.Mode == SweepMode.Induction ? InductionMetresPerSecond : MetresPerSecond)))
        + (Turn * passes.Count) + (Reading * responses);
}
