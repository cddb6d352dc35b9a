namespace GentleMole.Core.Pinpoint;

/// <summary>Samples of a density with their weights, which add up to one.</summary>
internal sealed class WeightedSamples(int capacity)
{
    private readonly List<double[]> _at = new(capacity);
    private readonly List<int> _cell = new(capacity);
    private readonly List<double> _log = new(capacity);
    private readonly List<double> _target = new(capacity);

    /// <summary>The samples.</summary>
    public IReadOnlyList<double[]> At => _at;

    /// <summary>The cell in which each was drawn.</summary>
    public IReadOnlyList<int> Cell => _cell;

    /// <summary>Their weights; empty where the density is nowhere above zero.</summary>
    public double[] Weight { get; private set; } = [];

    /// <summary>Logarithm of the integral of the density; −∞ without samples.</summary>
    public double LogIntegral { get; private set; } = double.NegativeInfinity;

    /// <summary>As many samples of equal weight would say as much.</summary>
    public double Effective { get; private set; }

    /// <summary>The sample of the greatest density.</summary>
    public double[]? Best { get; private set; }

    /// <summary>Adds one.</summary>
    /// <param name="logTarget">Logarithm of the density there.</param>
    /// <param name="logDrawn">Logarithm of that from which it was drawn, given its cell.</param>
    public void Add(double[] at, int cell, double logTarget, double logDrawn)
    {
        _at.Add(at);
        _cell.Add(cell);
        _target.Add(logTarget);
        var log = logTarget - logDrawn;
        _log.Add(double.IsFinite(log) ? log : double.NegativeInfinity);
    }

    /// <summary>Weighs all that were added.</summary>
    /// <param name="share">Part of the draws that went into a cell.</param>
    /// <param name="drawn">How many draws there were.</param>
    public void Weigh(Func<int, double> share, int drawn)
    {
        double[] log = [.. _log.Select((l, i) => l - Math.Log(share(_cell[i])))];
        var total = Pinpoint.Cell.LogSum(log);
        if (!double.IsFinite(total))
        {
            return;
        }

        Weight = Array.ConvertAll(log, l => Math.Exp(l - total));
        LogIntegral = total - Math.Log(drawn);
        Effective = 1 / Weight.Sum(w => w * w);
        Best = _at[Enumerable.Range(0, _at.Count).MaxBy(i => _target[i])];
    }
}
