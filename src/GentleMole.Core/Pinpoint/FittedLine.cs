using GentleMole.Core.Fields;

namespace GentleMole.Core.Pinpoint;

/// <summary>A single line fitted to a row of readings.</summary>
/// <param name="Position">Across, metres, 95 %.</param>
/// <param name="Depth">Ground to centre, metres, 95 %.</param>
/// <param name="Amplitude">μ0I/2π in unit·metre: response times distance straight above the line.</param>
/// <param name="ChiSquare">Sum of squared residuals in standard deviations.</param>
/// <param name="DegreesOfFreedom">Responses used less three.</param>
public sealed record FittedLine(
    Estimate Position, Estimate Depth, Estimate Amplitude, double ChiSquare, int DegreesOfFreedom)
{
    /// <summary>
    /// How far the misfit lies above what noise alone would give, in standard deviations (Wilson–Hilferty).
    /// </summary>
    public double MisfitDeviates => new ModelFit(0, ChiSquare, RowLikelihood.OfOne, DegreesOfFreedom + RowLikelihood.OfOne).MisfitDeviates;

    /// <summary>Current in milliamperes of an amplitude (unit·m) when one unit of the readings is so many nanotesla.</summary>
    public static double Milliamps(double amplitude, double nanoteslaPerUnit) =>
        amplitude * nanoteslaPerUnit * 1e-9 * 2 * Math.PI / Physics.Mu0 * 1000;

    /// <summary>Horizontal and vertical response (signed, unit of the readings) at an offset and sensor height.</summary>
    public CrossField ResponseAt(double offsetMetres, double heightMetres) =>
        LineLikelihood.Response(
            new LineParameters(Position.Value, Math.Log(Depth.Value), Math.Log(Amplitude.Value)), offsetMetres, heightMetres);
}
