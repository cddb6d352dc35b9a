using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Signal;

/// <summary>What drives current in a network.</summary>
public abstract record SignalSource;

/// <summary>What a transmitter is set to and can do.</summary>
public sealed record Drive(double SetAmperes, double MaxVolts, double MaxWatts);

/// <summary>A lead on the line, the other on a stake.</summary>
public sealed record DirectSource(LinePlace At, EarthStake Stake, Drive Drive) : SignalSource;

/// <summary>A clamp round the line: a series EMF.</summary>
/// <param name="Volts">EMF induced in the line at the frequency asked.</param>
public sealed record ClampSource(LinePlace At, double Volts) : SignalSource;

/// <summary>A coil above the ground.</summary>
/// <param name="AzimuthDegrees">Direction of the coil's horizontal axis, clockwise from north; square to the line it should light.</param>
public sealed record InductionSource(SitePoint Place, double HeightMetres, double AzimuthDegrees, double MomentAmpereSquareMetres) : SignalSource
{
    public Vector3 Centre => new(Place.East, Place.North, HeightMetres);

    /// <summary>Magnetic moment, A·m².</summary>
    public Vector3 Moment => SitePoint.FromAzimuth(AzimuthDegrees) is var axis
        ? new Vector3(axis.East * MomentAmpereSquareMetres, axis.North * MomentAmpereSquareMetres, 0)
        : default;
}

/// <summary>Net current that a live line is stated to carry from its start to its end, coming back through the earth.</summary>
public sealed record NetCurrentSource(string Line, double Amperes) : SignalSource;

/// <summary>Long waves of broadcast stations: a uniform electric field along the ground, V/m.</summary>
public sealed record RadioSource(double AzimuthDegrees, double VoltsPerMetre) : SignalSource;
