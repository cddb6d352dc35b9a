namespace GentleMole.Core.Trace;

/// <summary>By what a place of a line was found.</summary>
public enum MarkedBy
{
    /// <summary>A receiver over its signal.</summary>
    Receiver = 0,

    /// <summary>A sonde that was pushed through it.</summary>
    Sonde = 1,

    /// <summary>A radar alone.</summary>
    Radar = 2,

    /// <summary>A receiver or a sonde, and a radar that agrees.</summary>
    Together = 3,

    /// <summary>A receiver or a sonde in place, the depth by radar: the two did not agree, and somebody said which is right.</summary>
    Settled = 4,

    /// <summary>Somebody uncovered it and measured.</summary>
    Exposed = 5,
}
