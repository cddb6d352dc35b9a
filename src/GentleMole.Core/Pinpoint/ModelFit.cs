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

    /// <summary>How far the misfit lies above what noise alone would give, in standard deviations (Wilson–Hilferty).</summary>
    public double MisfitDeviates
    {
        get
        {
            var freedom = Responses - Parameters;
            if (freedom <= 0)
            {
                return 0;
            }

            var spread = 2.0 / (9 * freedom);
            return (Math.Cbrt(ChiSquare / freedom) - (1 - spread)) / Math.Sqrt(spread);
        }
    }
}
