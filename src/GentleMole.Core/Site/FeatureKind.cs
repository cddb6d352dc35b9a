namespace GentleMole.Core.Site;

/// <summary>What can stand on a site.</summary>
public enum FeatureKind
{
    /// <summary>Only helps to read the plan: a building, a bed, a bay line.</summary>
    Ground = 0,
    Kerb = 1,
    Boundary = 2,
    Chamber = 3,
    Box = 4,
    Valve = 5,
    Hydrant = 6,
    Meter = 7,
    Riser = 8,
    Cabinet = 9,
    Pole = 10,
    Light = 11,
    Sign = 12,
    Pit = 13,

    /// <summary>A patch in the surface, or the scar of a trench.</summary>
    Scar = 14,
    Dip = 15,
    OldPaint = 16,
    Marker = 17,

    /// <summary>Where a chamber should be by its plan, not seen.</summary>
    LostChamber = 18,
}
