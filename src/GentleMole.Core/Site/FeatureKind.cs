namespace GentleMole.Core.Site;

/// <summary>What can stand on a site.</summary>
public enum FeatureKind
{
    /// <summary>Only helps to read the plan: a building, a bed, a bay line.</summary>
    Ground = 0,

    /// <summary>Edge of the carriageway.</summary>
    Kerb = 1,

    /// <summary>Edge of a property.</summary>
    Boundary = 2,

    /// <summary>A manhole or inspection chamber.</summary>
    Chamber = 3,

    /// <summary>A small box in the ground.</summary>
    Box = 4,

    /// <summary>A valve.</summary>
    Valve = 5,

    /// <summary>A hydrant.</summary>
    Hydrant = 6,

    /// <summary>A meter.</summary>
    Meter = 7,

    /// <summary>A riser on a wall.</summary>
    Riser = 8,

    /// <summary>A cabinet.</summary>
    Cabinet = 9,

    /// <summary>A pole, with a drop or without.</summary>
    Pole = 10,

    /// <summary>A lamp column.</summary>
    Light = 11,

    /// <summary>A lit sign.</summary>
    Sign = 12,

    /// <summary>An open pit.</summary>
    Pit = 13,

    /// <summary>A patch in the surface, or the scar of a trench.</summary>
    Scar = 14,

    /// <summary>A hollow in the surface.</summary>
    Dip = 15,

    /// <summary>Paint of somebody before.</summary>
    OldPaint = 16,

    /// <summary>A permanent marker.</summary>
    Marker = 17,

    /// <summary>Where a chamber should be by its plan, not seen.</summary>
    LostChamber = 18,

    /// <summary>A valve that is opened by a current in control wires.</summary>
    ControlValve = 19,

    /// <summary>Wires joined under ground.</summary>
    Splice = 20,

    /// <summary>An electronic marker that was buried with its line.</summary>
    BuriedMarker = 21,

    /// <summary>A tree: its roots answer a radar.</summary>
    Tree = 22,
}
