namespace GentleMole.Core.Walk;

/// <summary>What the one who plans the job knows of the site and nobody can compute.</summary>
[Flags]
public enum SiteConditions
{
    None = 0,
    Rail = 1,
    Height = 2,
    Alone = 4,
    Water = 8,
}
