namespace GentleMole.Core.Notices;

/// <summary>What is walked on.</summary>
public enum SiteGround
{
    /// <summary>Asphalt, concrete, slabs.</summary>
    Paved = 0,

    /// <summary>Mown grass.</summary>
    Grass = 1,

    /// <summary>Rough ground.</summary>
    Rough = 2,

    /// <summary>Overgrown.</summary>
    Overgrown = 3,
}
