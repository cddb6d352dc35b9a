namespace GentleMole.Core.Radar;

/// <summary>How a radar is set for what is sought in a ground.</summary>
/// <param name="ReachMetres">Deepest at which a target of the usual strength is seen; below it nothing may be said.</param>
/// <param name="WindowNanoseconds">After time zero: the deepest target sought and a quarter more, no longer.</param>
/// <param name="TraceSpacingMetres">From trace to trace at most: a quarter of the wavelength, so that the legs of a curve are not broken up.</param>
/// <param name="LineSpacingMetres">From line to line at most.</param>
/// <param name="SmallestMetres">Diameter of the thinnest pipe that can be hoped for at the depth sought: a tenth of the depth, or a tenth of a wavelength of metal.</param>
/// <param name="ApartMetres">Two pipes over each other are told apart from so far on: half a wavelength between their tops.</param>
public sealed record RadarPlan(double ReachMetres, double WindowNanoseconds, double TraceSpacingMetres, double LineSpacingMetres, double SmallestMetres, double ApartMetres)
{
    /// <summary>Usual for utilities, crossed square.</summary>
    public const double UtilityLines = 0.6;

    /// <summary>From what is sent to the noise, decibels, of an instrument as they are.</summary>
    public const double UsualRange = 110;

    /// <summary>Less from a pipe than from a sheet of metal, decibels.</summary>
    public const double UsualTarget = 20;

    private const double WindowMargin = 1.25;
    private const double SizePart = 0.1;

    /// <summary>Sets it.</summary>
    /// <param name="depthMetres">Of the deepest target sought.</param>
    /// <param name="bodyMetres">Width of what is sought where it is no line (a void, a tank, a grave): two lines at least must go over it; null for lines.</param>
    /// <param name="hertz">Of the antenna.</param>
    public static RadarPlan For(double permittivity, double siemensPerMetre, double hertz, double depthMetres, double? bodyMetres = null, double rangeDecibels = UsualRange)
    {
        var wavelength = RadarWave.Wavelength(permittivity, hertz);
        return new RadarPlan(
            RadarWave.Reach(RadarWave.DecibelsPerMetre(permittivity, siemensPerMetre, hertz), rangeDecibels, UsualTarget),
            2 * depthMetres * WindowMargin / RadarWave.VelocityOf(permittivity),
            wavelength / 4,
            LinesFor(bodyMetres),
            Math.Max(SizePart * depthMetres, wavelength * SizePart),
            wavelength / 2);
    }

    /// <summary>From line to line at most, metres: as usual for lines; over a body of this width two at least.</summary>
    public static double LinesFor(double? bodyMetres) => bodyMetres is { } body ? Math.Min(UtilityLines, body / 2) : UtilityLines;

    private const double TightPart = 1.25;

    /// <summary>True when what is sought lies near the end of what is reached.</summary>
    public bool IsTight(double depthMetres) => !IsBlind(depthMetres) && ReachMetres < TightPart * depthMetres;

    /// <summary>True when what is sought lies below what is reached.</summary>
    public bool IsBlind(double depthMetres) => depthMetres > ReachMetres;
}
