namespace GentleMole.Core.Identify;

/// <summary>
/// Which of several cables carries what was sent: each is held against how the cable that is connected reads and how its neighbours do,
/// and all against each other (Bayes' rule over one, or none, of them).
/// </summary>
/// <param name="Chances">Of each cable, in the order read.</param>
/// <param name="NoneChance">That it is none of them.</param>
/// <param name="Alike">Index of another that carries nearly as much as the likeliest; null when none does.</param>
public sealed record CableChoice(IReadOnlyList<double> Chances, double NoneChance, CableStep Step, int? Alike)
{
    /// <summary>From here it is this one.</summary>
    public const double Sure = 0.95;

    /// <summary>Fewest and most that are compared.</summary>
    public const int Fewest = 2;

    /// <summary>More stand in no chamber that one person reads.</summary>
    public const int Most = 24;

    private const double NonePrior = 0.08;

    // Of what was sent, how much arrives on the cable that is connected: the logarithm is normal, with a part far wider.
    private const double ArrivesMiddle = 0.8;
    private const double ArrivesSigma = 0.3;
    private const double ExpectedSigma = 0.35;
    private const double WiderPart = 0.1;
    private const double WiderSigma = 1;

    // A neighbour picks up little through the air, or much through a shared earth.
    private const double SharesPart = 0.4;
    private const double ThroughAir = 0.05;
    private const double MostShared = 0.95;
    private const double ReadPart = 0.05;

    private const double AwayIfConnected = 0.94;
    private const double AwayIfNeighbour = 0.3;

    /// <summary>One that carries so much of the likeliest is alike.</summary>
    private const double AlikePart = 0.7;

    private const double Floor = 1e-4;

    /// <summary>So many times what was sent is no more likely than any more.</summary>
    private const double Ceiling = 3;

    /// <summary>Compares cables. Nothing is sure of currents alone where two carry alike the same way.</summary>
    /// <param name="sentMilliamps">What the transmitter shows; null where it is not known, then the largest of them stands for it.</param>
    /// <param name="expectedMilliamps">What the ground as drawn lets arrive here; null where it is not drawn.</param>
    public static CableChoice Of(double? sentMilliamps, double? expectedMilliamps, IReadOnlyList<CableReading> cables)
    {
        var sent = sentMilliamps is > 0 ? sentMilliamps.Value : Math.Max(cables.Max(c => c.Milliamps) / ArrivesMiddle, 1e-3);
        var (middle, sigma) = expectedMilliamps is > 0 and var expected ? (expected / sent, ExpectedSigma) : (ArrivesMiddle, ArrivesSigma);
        var parts = cables.Select(c => Math.Clamp(c.Milliamps / sent, Floor, Ceiling)).ToList();
        var connected = cables.Select((c, i) => Math.Log(Arrives(parts[i], middle, sigma)) + Way(c.IsAway, AwayIfConnected)).ToList();
        var neighbour = cables.Select((c, i) => Math.Log(Shares(parts[i])) + Way(c.IsAway, AwayIfNeighbour)).ToList();
        var all = neighbour.Sum();
        List<double> logs = [.. connected.Select((c, i) => Math.Log((1 - NonePrior) / cables.Count) + c + all - neighbour[i]), Math.Log(NonePrior) + all];
        var most = logs.Max();
        var total = logs.Sum(l => Math.Exp(l - most));
        var chances = logs.Select(l => Math.Exp(l - most) / total).ToList();
        var none = chances[^1];
        chances.RemoveAt(chances.Count - 1);
        var best = chances.IndexOf(chances.Max());
        var alike = Enumerable.Range(0, cables.Count).Where(i => i != best && cables[i].Milliamps > 0 && cables[i].Milliamps >= AlikePart * cables[best].Milliamps && !AreOpposed(cables[i].IsAway, cables[best].IsAway))
            .Select(i => (int?)i).MaxBy(i => cables[i!.Value].Milliamps);
        var step = none > chances[best] ? CableStep.LookElsewhere
            : chances[best] >= Sure ? CableStep.Take
            : cables[best].IsAway is null || (alike is { } other && cables[other].IsAway is null) ? CableStep.ReadWays
            : alike is not null ? CableStep.LiftEarths
            : CableStep.OtherEnd;
        return new CableChoice(chances, none, step, alike);
    }

    private static bool AreOpposed(bool? one, bool? other) => one is { } a && other is { } b && a != b;

    private static double Arrives(double part, double middle, double sigma)
    {
        var off = Math.Log(part / middle);
        return (((1 - WiderPart) * Gauss(off, sigma)) + (WiderPart * Gauss(off, WiderSigma))) / part;
    }

    private static double Shares(double part) =>
        ((1 - SharesPart) * Math.Exp(-part / ThroughAir) / ThroughAir)
        + (SharesPart / MostShared / (1 + Math.Exp((part - MostShared) / ReadPart)));

    private static double Way(bool? isAway, double away) => isAway switch { true => Math.Log(away), false => Math.Log(1 - away), null => 0 };

    private static double Gauss(double x, double sigma) => Math.Exp(-0.5 * x * x / (sigma * sigma)) / (sigma * Math.Sqrt(2 * Math.PI));
}
