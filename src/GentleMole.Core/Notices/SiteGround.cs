namespace GentleMole.Core.Notices;

/// <summary>What is walked on.</summary>
public enum SiteGround
{
    Paved = 0,
    Grass = 1,
    Rough = 2,
    Overgrown = 3,
}
