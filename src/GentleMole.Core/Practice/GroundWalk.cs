using GentleMole.Core.Instruments;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>
/// SIMULATED. A careful locator over a ground that nobody sees: sweeps across, puts the dot at the peak, reads what the
/// receiver shows. The figures obey the field laws that later judge them.
/// </summary>
/// <param name="handMetres">How far off the peak a hand puts the receiver, standard deviation.</param>
public sealed class GroundWalk(CoilReceiver receiver, Random random, double handMetres)
{
    /// <summary>How exactly a direction is held, degrees, standard deviation.</summary>
    private const double DirectionDegrees = 2;

    /// <summary>A dot on a line at a chainage of its truth.</summary>
    /// <param name="reachMetres">How far to both sides is swept.</param>
    public WalkedDot Dot(Run truth, double chainageMetres, double reachMetres)
    {
        var ahead = truth.DirectionAt(chainageMetres);
        var (peak, silent) = receiver.Sweep(truth.At(chainageMetres), ahead, reachMetres, handMetres);
        var place = truth.At(chainageMetres) + (ahead.Right * peak);
        var shown = receiver.Read(place, ahead);
        return new WalkedDot(
            place, silent - peak, shown.PeakTesla, shown.NullTesla, shown.DepthMetres, shown.CurrentAmperes,
            ahead.Azimuth.Turned(DirectionDegrees * Deviate.Normal(random)), receiver.Sideways(place, ahead));
    }

    /// <summary>Depth shown there with the receiver lifted.</summary>
    public double? Lifted(Run truth, double chainageMetres, SitePoint place, double liftMetres) =>
        receiver.Read(place, truth.DirectionAt(chainageMetres), liftMetres).DepthMetres;

    /// <summary>A row of readings across the line through a place, tesla.</summary>
    /// <param name="count">How many to each side.</param>
    public IReadOnlyList<CrossReading> Row(Run truth, double chainageMetres, SitePoint place, double stepMetres, int count, double heightMetres)
    {
        var ahead = truth.DirectionAt(chainageMetres);
        return [.. Enumerable.Range(-count, (2 * count) + 1).Select(k =>
        {
            var there = receiver.Read(place + (ahead.Right * (stepMetres * k)), ahead);
            return new CrossReading(Math.Round(stepMetres * k, 6), heightMetres, there.PeakTesla, there.NullTesla);
        })];
    }
}
