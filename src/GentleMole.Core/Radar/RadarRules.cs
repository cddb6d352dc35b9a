namespace GentleMole.Core.Radar;

/// <summary>What can be asked about radar: one rule for pages, files and API.</summary>
public static class RadarRules
{
    /// <summary>Velocities in any ground, metres per nanosecond: from brine to just under that in vacuum.</summary>
    public static readonly Bounds Velocity = new(0.01, 0.2998);

    /// <summary>Places along a line, metres.</summary>
    public static readonly Bounds Along = new(-1e5, 1e5);

    /// <summary>Times, nanoseconds.</summary>
    public static readonly Bounds Time = new(-1e4, 1e5);

    /// <summary>Cover of what a radar may see, metres.</summary>
    public static readonly Bounds Cover = new(0.02, 30);

    /// <summary>Radius of a pipe, metres.</summary>
    public static readonly Bounds Radius = new(0, 5);

    /// <summary>Between the two antennas, metres.</summary>
    public static readonly Bounds Separation = new(0, 10);

    /// <summary>Angle between pipe and line, degrees: nearer to along there is no hyperbola.</summary>
    public static readonly Bounds Crossing = new(10, 90);

    /// <summary>Picks of a hyperbola: fewer have no curve.</summary>
    public const int FewestPicks = 4;

    /// <summary>Picks of a hyperbola.</summary>
    public const int MostPicks = 10_000;

    /// <summary>Length of a measured base, metres.</summary>
    public static readonly Bounds Base = new(1, 10_000);

    /// <summary>Repeats over a base.</summary>
    public const int MostRepeats = 1000;

    /// <summary>Traces of a profile.</summary>
    public const int MostTraces = 2_000_000;

    /// <summary>Samples of a trace.</summary>
    public const int MostSamples = 32_767;

    /// <summary>Between two samples, picoseconds.</summary>
    public static readonly Bounds Interval = new(1, 65_535);
}
