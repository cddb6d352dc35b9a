namespace GentleMole.Core.Pinpoint;

/// <summary>How well a model of one line or two fits a row.</summary>
/// <param name="LogLikelihood">Greatest, less a constant of the row.</param>
/// <param name="ChiSquare">Sum of squared misfits in standard deviations.</param>
/// <param name="Parameters">Of the model.</param>
/// <param name="Responses">In the row.</param>
public readonly record struct ModelFit(double LogLikelihood, double ChiSquare, int Parameters, int Responses)
{
    /// <summary>Akaike's criterion corrected for few readings (Hurvich and Tsai 1989); infinite where there are too few.</summary>
    public double Aicc => Responses - Parameters - 1 > 0
        ? (-2 * LogLikelihood) + (2.0 * Parameters) + (2.0 * Parameters * (Parameters + 1) / (Responses - Parameters - 1))
        : double.PositiveInfinity;

    /// <summary>Responses less parameters.</summary>
    public int Freedom => Responses - Parameters;

    /// <summary>How much wider than noise alone the misfit is, at least 1.</summary>
    public double Stretch => Freedom > 0 ? Math.Clamp(Math.Sqrt(ChiSquare / Freedom), 1, 1e6) : 1;

    /// <summary>How far the misfit lies above what noise alone would give, in standard deviations (Wilson–Hilferty).</summary>
    public double MisfitDeviates
    {
        get
        {
            if (Freedom <= 0)
            {
                return 0;
            }

            var spread = 2.0 / (9 * Freedom);
            return (Math.Cbrt(ChiSquare / Freedom) - (1 - spread)) / Math.Sqrt(spread);
        }
    }
}
