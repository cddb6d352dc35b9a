using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>How a proposed dig is shown on the ground.</summary>
public enum OutlineStyle
{
    /// <summary>White dashes; dots on curves; arrows along a route.</summary>
    Dashes = 0,

    /// <summary>Flags with the name, where paint does not hold.</summary>
    Flags = 1,

    /// <summary>Stakes with the name, in rough or overgrown ground.</summary>
    Stakes = 2,

    /// <summary>One stake in the middle with the radius written on it.</summary>
    CentreStake = 3,
}
