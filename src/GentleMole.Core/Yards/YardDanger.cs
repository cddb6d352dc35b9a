namespace GentleMole.Core.Yards;

/// <summary>What put somebody in danger.</summary>
public enum YardDanger
{
    /// <summary>A live line was touched, and nobody had tested it.</summary>
    LiveTouched = 0,

    /// <summary>Something was clipped to without a test.</summary>
    NotTested = 1,

    /// <summary>The stake went into a service, or within a metre of one.</summary>
    StakeAtService = 2,

    /// <summary>The earth of the power was taken as a connection.</summary>
    PowerEarth = 3,
}
