using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>A coil above the ground.</summary>
/// <param name="Axis">Direction of the coil's horizontal axis; square to the line it should light.</param>
public sealed record InductionSource(SitePoint Place, Height Height, Azimuth Axis, double MomentAmpereSquareMetres) : SignalSource
{
    /// <summary>Middle of the coil.</summary>
    public Vector3 Centre => new(Place.East, Place.North, Height.Metres);

    /// <summary>Magnetic moment, A·m².</summary>
    public Vector3 Moment => Axis.Direction is var axis
        ? new Vector3(axis.East * MomentAmpereSquareMetres, axis.North * MomentAmpereSquareMetres, 0)
        : default;
}
