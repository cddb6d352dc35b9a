namespace GentleMole.Core.Trace;

/// <summary>By what a place of a line was found.</summary>
public enum MarkedBy
{
    /// <summary>A receiver over its signal.</summary>
    Receiver,

    /// <summary>A sonde that was pushed through it.</summary>
    Sonde,

    /// <summary>A radar alone.</summary>
    Radar,

    /// <summary>A receiver or a sonde, and a radar that agrees.</summary>
    Together,

    /// <summary>A receiver or a sonde in place, the depth by radar: the two did not agree, and somebody said which is right.</summary>
    Settled,
}
