namespace GentleMole.Core.Sonde;

/// <summary>The way between two fixes against the cable that was pushed between them.</summary>
public enum StepVerdict
{
    /// <summary>As it should be.</summary>
    Fits = 0,

    /// <summary>Farther apart than cable was pushed: one of them is wrong.</summary>
    TooLong = 1,

    /// <summary>Much more cable than way: a coil, or a bend.</summary>
    Slack = 2,
}
