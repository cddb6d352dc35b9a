namespace GentleMole.Core.Sonde;

/// <summary>What to do next at a stop.</summary>
public enum SondeTry
{
    /// <summary>The signs agree: push on, 3 to 6 m.</summary>
    PushOn = 0,

    /// <summary>Look for the two nulls.</summary>
    FindNulls = 1,

    /// <summary>Read all three again, the receiver at one height.</summary>
    SameHeight = 2,

    /// <summary>Turn the gain down and read both depths again.</summary>
    GainDown = 3,

    /// <summary>It lies tilted: pull back half a metre and read again.</summary>
    PullBack = 4,

    /// <summary>It floats: wait until it lies still, or let the water down.</summary>
    WaitUntilStill = 5,

    /// <summary>Walk further along, from before one null to behind the other.</summary>
    WalkFurther = 6,
}
