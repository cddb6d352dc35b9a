using MathNet.Numerics.Distributions;

namespace GentleMole.Core;

/// <summary>Normal distributions of one figure, each with its chance.</summary>
internal sealed class Blend
{
    private const double Tail = 0.025;
    private const int Halvings = 60;
    private const double FarSigmas = 9;

    private readonly List<(double Weight, double Mean, double Sigma)> _parts = [];
    private double _total;

    public void Add(double weight, double mean, double variance)
    {
        _parts.Add((weight, mean, Math.Sqrt(Math.Max(variance, 1e-18))));
        _total += weight;
    }

    public double Mean => _parts.Sum(p => p.Weight * p.Mean) / _total;

    /// <summary>Standard deviation, what lies between the parts included.</summary>
    public double Sigma
    {
        get
        {
            var mean = Mean;
            return Math.Sqrt(_parts.Sum(p => p.Weight * ((p.Sigma * p.Sigma) + ((p.Mean - mean) * (p.Mean - mean)))) / _total);
        }
    }

    /// <summary>The exponential of it: of its mean, with the interval that holds 95 %.</summary>
    public Estimate Exponential() => new(Math.Exp(Mean), Math.Exp(Quantile(Tail)), Math.Exp(Quantile(1 - Tail)));

    /// <summary>Its mean, with the interval that holds 95 %.</summary>
    public Estimate Interval() => new(Mean, Quantile(Tail), Quantile(1 - Tail));

    private double Quantile(double part)
    {
        var (low, high) = (_parts.Min(p => p.Mean - (FarSigmas * p.Sigma)), _parts.Max(p => p.Mean + (FarSigmas * p.Sigma)));
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            var below = _parts.Sum(p => p.Weight * Normal.CDF(p.Mean, p.Sigma, middle)) / _total;
            (low, high) = below < part ? (middle, high) : (low, middle);
        }

        return (low + high) / 2;
    }
}
