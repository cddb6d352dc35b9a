using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Sweeps;

/// <summary>
/// What a pass hears of a line: over it a horizontal coil shows μ0·I/(2πD), to the side it falls off with D²/(D² + y²)
/// (long straight wire, Biot–Savart).
/// </summary>
/// <param name="Milliamps">On the line.</param>
/// <param name="Depth">To its centre.</param>
/// <param name="Sensor">Of the receiver's coil above ground.</param>
/// <param name="ThresholdNanotesla">The least peak that the receiver shows.</param>
public sealed record HeardLine(double Milliamps, Depth Depth, Height Sensor, double ThresholdNanotesla)
{
    /// <summary>A response that is there is noticed so often.</summary>
    public const double Attention = 0.97;

    /// <summary>Standard deviation of the logarithm of levels on a site, where it is not known.</summary>
    public const double UsualScatter = 0.3;

    private const double NanoteslaPerMilliampMetre = Physics.Mu0 / (2 * Math.PI) * 1e6;

    /// <summary>From the coil to the line when it stands over it, metres.</summary>
    public double DistanceMetres => Depth.Below(Sensor);

    /// <summary>Response over the line, nT.</summary>
    public double PeakNanotesla => NanoteslaPerMilliampMetre * Milliamps / DistanceMetres;

    /// <summary>How far to the side it is still heard, metres; null where it is not heard at all.</summary>
    public double? HeardOutMetres => PeakNanotesla > ThresholdNanotesla ? DistanceMetres * Math.Sqrt((PeakNanotesla / ThresholdNanotesla) - 1) : null;

    /// <summary>How far to the side the response has fallen to a share of its peak, metres.</summary>
    public double HalfWidthMetres(double share) => DistanceMetres * Math.Sqrt((1 / share) - 1);

    /// <summary>Chance that a pass that crosses it meets it: levels scatter, and nobody attends always.</summary>
    public double ChanceMet(double attention = Attention, double scatter = UsualScatter) => attention * Normal.CDF(0, scatter, Math.Log(PeakNanotesla / ThresholdNanotesla));
}
