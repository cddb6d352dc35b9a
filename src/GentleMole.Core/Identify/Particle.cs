namespace GentleMole.Core.Identify;

/// <summary>One ground with every line at a place and depth of its own, and what it makes at every dot.</summary>
internal sealed class Particle
{
    /// <summary>Which of the solved grounds.</summary>
    public required int Ground { get; set; }

    /// <summary>How far each line lies to its side, metres, for each group of dots; the unknown one last.</summary>
    public required double[] Aside { get; init; }

    /// <summary>Logarithm of each line's depth over that in the ground, for each group of dots.</summary>
    public required double[] Deeper { get; init; }

    /// <summary>Logarithm of each line's current over that in the ground: what lies between one solved ground and the next.</summary>
    public required double[] Stronger { get; init; }

    /// <summary>By what each line's doubt is multiplied: more than 1 where its plan is worse than it says.</summary>
    public required double[] Looser { get; init; }

    /// <summary>Logarithm of the current sent, A.</summary>
    public double LogAmperes { get; set; }

    /// <summary>For each dot, and in it for each maker, the field at the dot's places. Copies share them: what moves gets another array, none is written to.</summary>
    public required double[][] Fields { get; init; }

    /// <summary>Logarithm of the likelihood of each dot.</summary>
    public required double[] Log { get; init; }

    /// <summary>Of all dots together.</summary>
    public double Total => Log.Sum();

    /// <summary>The same once more.</summary>
    public Particle Copy() => new()
    {
        Ground = Ground, Aside = [.. Aside], Deeper = [.. Deeper], Stronger = [.. Stronger], Looser = [.. Looser], LogAmperes = LogAmperes, Fields = [.. Fields], Log = [.. Log],
    };
}
