using GentleMole.Core.Candidates;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

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

    /// <summary>
    /// What the receiver shows along passes that are walked one after the other, blade across the walk: metres from the start of the first, tesla. Passes that
    /// go on where the one before ended are one strip.
    /// </summary>
    public IReadOnlyList<(double AlongMetres, double Level)> Strip(IReadOnlyList<SweepPass> passes, double stepMetres)
    {
        var strip = new List<(double, double)>();
        double before = 0, at = 0;
        foreach (var pass in passes)
        {
            var blade = (pass.To - pass.From).Unit().Right * -1;
            for (; at <= before + pass.LengthMetres; at += stepMetres)
            {
                strip.Add((at, receiver.Read(pass.At(at - before), blade).PeakTesla));
            }

            before += pass.LengthMetres;
        }

        return strip;
    }

    /// <summary>What is read where a pass met something: the blade turned to the strongest, then depth and current.</summary>
    /// <param name="alongMetres">Of the top, from the start of the pass.</param>
    public SweepResponse Response(int number, SweepPass pass, double alongMetres)
    {
        var place = pass.At(alongMetres);
        var way = Enumerable.Range(0, 36).Select(k => Azimuth.Of(5 * k)).MaxBy(a => receiver.Read(place, a.Direction).PeakTesla);
        var shown = receiver.Read(place, way.Direction);
        return new SweepResponse(
            number, Math.Clamp(alongMetres + (handMetres * Deviate.Normal(random)), 0, pass.LengthMetres), shown.DepthMetres is { } d and > 0.05 and < 6 ? new Depth(d) : null,
            shown.CurrentAmperes is { } i && i * 1000 is > 0.01 and < 10_000 ? i * 1000 : null, way);
    }
}
