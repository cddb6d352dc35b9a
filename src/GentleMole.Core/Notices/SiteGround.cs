namespace GentleMole.Core.Notices;

/// <summary>What is walked on.</summary>
public enum SiteGround
{
    Paved,
    Grass,
    Rough,
    Overgrown,
}
