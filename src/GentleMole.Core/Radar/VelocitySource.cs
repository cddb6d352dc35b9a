namespace GentleMole.Core.Radar;

/// <summary>By what the velocity of a site is known.</summary>
public enum VelocitySource
{
    /// <summary>By the kind of ground, from the table: a guess to begin with.</summary>
    Ground = 0,

    /// <summary>By a target whose cover was measured.</summary>
    KnownTarget = 1,

    /// <summary>By curves laid over responses of this very site.</summary>
    Curves = 2,
}
