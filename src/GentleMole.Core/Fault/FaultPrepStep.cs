namespace GentleMole.Core.Fault;

/// <summary>A step before the walk with the frame.</summary>
public enum FaultPrepStep
{
    /// <summary>Lift the earth at the near end.</summary>
    LiftNear = 0,

    /// <summary>And at the far end.</summary>
    LiftFar = 1,

    /// <summary>Measure voltage between sheath and earth.</summary>
    ForeignVoltage = 2,

    /// <summary>Something feeds the sheath: touch nothing, call its owner.</summary>
    Stop = 3,

    /// <summary>Measure the resistance to earth.</summary>
    Resistance = 4,

    /// <summary>The sheath is sound.</summary>
    NothingToFind = 5,

    /// <summary>Set the stake in line with the cable and far behind its end.</summary>
    Stake = 6,

    /// <summary>Read the frame beside the stake.</summary>
    Reference = 7,

    /// <summary>Walk.</summary>
    Ready = 8,
}
