namespace GentleMole.Store.Model;

/// <summary>What is done next about a body that nobody knows. The numbers are stored.</summary>
public enum BodyStep
{
    /// <summary>Lines closer to each other, and across.</summary>
    WalkCloser = 0,

    /// <summary>Those who keep the ground are asked.</summary>
    AskKeeper = 1,

    /// <summary>Looked into from above by somebody who may: a probe, a small hole, a camera.</summary>
    LookInto = 2,

    /// <summary>It is left as it is, and kept away from.</summary>
    LeaveAlone = 3,
}
