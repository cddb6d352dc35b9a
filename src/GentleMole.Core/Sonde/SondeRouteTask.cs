namespace GentleMole.Core.Sonde;

/// <summary>Fixes of one push, to be joined to a pipe.</summary>
/// <param name="Fixes">In any order; the cable orders them.</param>
/// <param name="PlaceSigmaMetres">Standard deviation of a place, to each side.</param>
/// <param name="DepthSigmaMetres">Standard deviation of a depth.</param>
public sealed record SondeRouteTask(IReadOnlyList<SondeFix> Fixes, double PlaceSigmaMetres = SondeRouteTask.UsualPlaceSigma, double DepthSigmaMetres = SondeRouteTask.UsualDepthSigma)
{
    /// <summary>Of a place found by hand, metres.</summary>
    public const double UsualPlaceSigma = 0.10;

    /// <summary>Of a depth shown by a receiver, metres.</summary>
    public const double UsualDepthSigma = 0.05;
}
