namespace GentleMole.Core.Site;

/// <summary>What can stand on a site.</summary>
public enum FeatureKind
{
    /// <summary>Only helps to read the plan: a building, a bed, a bay line.</summary>
    Ground,
    Kerb,
    Boundary,
    Chamber,
    Box,
    Valve,
    Hydrant,
    Meter,
    Riser,
    Cabinet,
    Pole,
    Light,
    Sign,
    Pit,

    /// <summary>A patch in the surface, or the scar of a trench.</summary>
    Scar,
    Dip,
    OldPaint,
    Marker,

    /// <summary>Where a chamber should be by its plan, not seen.</summary>
    LostChamber,
}
