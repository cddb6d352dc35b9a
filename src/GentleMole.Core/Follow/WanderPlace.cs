namespace GentleMole.Core.Follow;

/// <summary>What is known of a way at a node.</summary>
internal readonly record struct WanderPlace(double Value, double Variance, double Slope, double SlopeVariance)
{
    /// <summary>What the others say of a measurement that is part of this: its value and variance without it.</summary>
    public (double Value, double Variance) Without(double value, double sigma)
    {
        var r = sigma * sigma;
        if (Variance >= r * (1 - 1e-9))
        {
            return (Value, double.PositiveInfinity);
        }

        var without = 1 / ((1 / Variance) - (1 / r));
        return (without * ((Value / Variance) - (value / r)), without);
    }
}
