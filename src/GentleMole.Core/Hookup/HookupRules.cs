namespace GentleMole.Core.Hookup;

/// <summary>What a hookup can be, whoever says it.</summary>
public static class HookupRules
{
    /// <summary>Frequencies of transmitters and of what is listened to passively, hertz.</summary>
    public static readonly Bounds Hertz = new(1, 1e6);

    /// <summary>What a transmitter sends, milliamperes.</summary>
    public static readonly Bounds SentMilliamps = new(0, 20_000);

    /// <summary>Volts at the transmitter's leads.</summary>
    public static readonly Bounds Volts = new(0, 2000);

    /// <summary>Radius of the walk round a hookup, metres.</summary>
    public static readonly Bounds ArcRadius = new(1, 50);

    /// <summary>A resistance of bond, joint or end, ohms.</summary>
    public static readonly Bounds Ohms = new(0, 1e9);

    /// <summary>Loop resistances that the firm may set as limits, ohms.</summary>
    public static readonly Bounds LimitOhms = new(10, 1e6);

    /// <summary>Net current of a line in service, milliamperes.</summary>
    public static readonly Bounds NetMilliamps = new(0, 100_000);
}
