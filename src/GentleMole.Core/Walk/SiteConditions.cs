namespace GentleMole.Core.Walk;

/// <summary>What the one who plans the job knows of the site and nobody can compute.</summary>
[Flags]
public enum SiteConditions
{
    /// <summary>Nothing of the kind.</summary>
    None = 0,

    /// <summary>A railway near by.</summary>
    Rail = 1,

    /// <summary>Work at height.</summary>
    Height = 2,

    /// <summary>One person alone.</summary>
    Alone = 4,

    /// <summary>Water near by.</summary>
    Water = 8,
}
