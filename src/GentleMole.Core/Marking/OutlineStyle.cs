using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>How a proposed dig is shown on the ground.</summary>
public enum OutlineStyle
{
    /// <summary>White dashes; dots on curves; arrows along a route.</summary>
    Dashes,

    /// <summary>Flags with the name, where paint does not hold.</summary>
    Flags,

    /// <summary>Stakes with the name, in rough or overgrown ground.</summary>
    Stakes,

    /// <summary>One stake in the middle with the radius written on it.</summary>
    CentreStake,
}
