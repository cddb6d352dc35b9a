namespace GentleMole.Core.Identify;

/// <summary>What was read at a dot that tells lines apart.</summary>
public enum IdentitySign
{
    /// <summary>Current, mA.</summary>
    Current,

    /// <summary>Current over that at the dot before.</summary>
    CurrentFromLast,

    /// <summary>Response at the peak, nT.</summary>
    Level,

    /// <summary>Way of the current: 1 the way of walking, −1 the other way, 0 unclear.</summary>
    Way,

    /// <summary>Depth to the centre, metres.</summary>
    Depth,

    /// <summary>From the peak to the null, metres to the right.</summary>
    NullFromPeak,

    /// <summary>Direction of the line, degrees to the right of the walk.</summary>
    Direction,

    /// <summary>Response along over across.</summary>
    Sideways,

    /// <summary>Rise of the depth over the lift.</summary>
    Lift,
}
