namespace GentleMole.Core.Trace;

/// <summary>What to do next.</summary>
public enum NextStep
{
    /// <summary>Mark it.</summary>
    MarkIt,

    /// <summary>Find the null.</summary>
    TakeNull,

    /// <summary>Read the current.</summary>
    TakeCurrent,

    /// <summary>Read the depth.</summary>
    TakeDepth,

    /// <summary>Take a row across.</summary>
    TakeAcross,

    /// <summary>Add readings to the row, where they narrow most.</summary>
    MoreReadings,

    /// <summary>Try a lower frequency.</summary>
    LowerFrequency,

    /// <summary>Compare currents of what is near.</summary>
    CompareCurrents,

    /// <summary>Look for a bond.</summary>
    CheckBond,

    /// <summary>Step away from lead and stake.</summary>
    StepAway,

    /// <summary>Take dots beyond on every leg.</summary>
    DotsBeyond,

    /// <summary>Ask the owner; dig a trial hole.</summary>
    Escalate,
}
