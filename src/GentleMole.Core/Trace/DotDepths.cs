using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Trace;

/// <summary>Depths at a dot by every way that was taken.</summary>
public static class DotDepths
{
    /// <summary>Height of the lower coil with the tip on the ground.</summary>
    private const double TipCoilMetres = 0.05;

    /// <summary>True where a row has found the neighbour that makes the other ways wrong: it decides alone.</summary>
    public static bool TakesNeighbourOut(PinpointResult? across) => across is { Neighbour: not null, IsExplained: true };

    /// <summary>Every way that was taken, each with its standard deviation, and all together; null when none was.</summary>
    /// <param name="across">The row across, fitted, where one was taken.</param>
    public static DepthComparison? Of(DotObservation dot, DotContext context, PinpointResult? across)
    {
        var ways = new List<(DepthWay Way, double Metres, double Sigma)>();
        void Shown(DepthWay way, double shown, double lift) => ways.Add(
            (way, shown - lift, DepthMethods.ShownNoise(shown, context.FloorPart(shown, dot.CurrentMilliamps))));
        void ByHand(DepthWay way, Result<DepthResult> by)
        {
            if (by.IsGood)
            {
                ways.Add((way, by.Value.DepthMetres, Math.Max(0.005, by.Value.UncertaintyMetres / 1.96)));
            }
        }

        if (dot.Depth is { Metres: var depth })
        {
            Shown(DepthWay.Receiver, depth, 0);
        }

        if (dot is { LiftMetres: { } lift, LiftedDepthMetres: { } lifted } && lifted > lift)
        {
            Shown(DepthWay.Lift, lifted, lift);
        }

        if (dot.TurnedDepthMetres is { } turned)
        {
            Shown(DepthWay.TurnedRound, turned, 0);
        }

        if (dot.TiltMetres is var (left, right))
        {
            ByHand(DepthWay.Tilt, DepthMethods.Tilt(left, right, 45));
        }

        if (dot.WidthMetres is var (wideLeft, wideRight))
        {
            ByHand(DepthWay.Width, DepthMethods.Width(DotObservation.WidthFraction, Antenna.Horizontal, wideLeft, wideRight, new(TipCoilMetres)));
        }

        if (across is not null)
        {
            ways.Add((DepthWay.Row, across.Depth.Value, Math.Max(0.005, across.Depth.HalfWidth / 1.96)));
        }

        var shared = ways.Count == 0 ? 0 : DepthMethods.ShownField(new(ways.Average(w => w.Metres)));
        return DepthComparison.Of(ways, shared, TakesNeighbourOut(across));
    }
}
