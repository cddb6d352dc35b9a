namespace GentleMole.Core.Fault;

/// <summary>What lies under a frame and changes what it reads.</summary>
public enum FrameSurface
{
    /// <summary>Soil, grass: good contact.</summary>
    Soil = 0,

    /// <summary>Asphalt or dry paving: little contact; wet it, or set the prongs beside it.</summary>
    Sealed = 1,

    /// <summary>Another service crosses here: its metal draws the current together, and a reversal near it may be its own.</summary>
    Crossing = 2,
}
