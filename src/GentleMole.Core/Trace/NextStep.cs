namespace GentleMole.Core.Trace;

/// <summary>What to do next.</summary>
public enum NextStep
{
    MarkIt,
    TakeNull,
    TakeCurrent,
    TakeDepth,
    TakeAcross,
    LowerFrequency,
    CompareCurrents,
    CheckBond,
    StepAway,
    DotsBeyond,
    Escalate,
}
