namespace GentleMole.Core.Yards;

/// <summary>What one walks on.</summary>
public enum YardSurfaceKind
{
    /// <summary>A stake can be driven.</summary>
    Soil = 0,

    /// <summary>Slabs, asphalt.</summary>
    Paved = 1,

    /// <summary>Nobody walks there.</summary>
    Building = 2,

    /// <summary>A carriageway.</summary>
    Road = 3,
}
