using System.Collections.Concurrent;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheet;

internal static class Observations
{
    // Lifts that are near enough to the one that is reckoned with.
    private const double LeastLift = 0.15;
    private const double MostLift = 0.6;

    public static DotObservation ToObservation(this Reading reading) => new()
    {
        Place = reading.Place,
        PlaceDoubtMetres = reading.PlaceDoubtMetres,
        DirectionDegrees = reading.DirectionDegrees,
        NullOffsetMetres = reading.NullOffsetMetres,
        Depth = Depth.OfMetres(reading.DepthMetres),
        CurrentMilliamps = reading.CurrentMilliamps,
        LiftMetres = reading.LiftMetres,
        LiftedDepthMetres = reading.LiftedDepthMetres,
        SidewaysPercent = reading.SidewaysPercent,
        TurnedDepthMetres = reading.TurnedDepthMetres,
        TiltMetres = reading is { TiltLeftMetres: { } tiltLeft, TiltRightMetres: { } tiltRight } ? (tiltLeft, tiltRight) : null,
        WidthMetres = reading is { WidthLeftMetres: { } wideLeft, WidthRightMetres: { } wideRight } ? (wideLeft, wideRight) : null,
        CurrentRunsAway = reading.CurrentRunsAway,
        Across = reading.Across,
    };

    /// <summary>The same for asking which line it is.</summary>
    /// <param name="ahead">Direction of walking at the dot.</param>
    /// <param name="isAwayAhead">True where the current away from the transmitter runs ahead; null where nobody knows.</param>
    public static ObservedDot ToObserved(this Reading reading, SitePoint ahead, bool? isAwayAhead) => new(reading.Place, ahead.Azimuth, 0)
    {
        NullOffsetMetres = reading.NullOffsetMetres,
        Depth = Depth.OfMetres(reading.DepthMetres is > 0 ? reading.DepthMetres : null),
        CurrentMilliamps = reading.CurrentMilliamps,
        Way = reading.CurrentRunsAway is { } away && isAwayAhead is { } leads ? away == leads ? CurrentWay.With : CurrentWay.Against : null,
        Direction = reading.DirectionDegrees is { } azimuth ? Azimuth.Of(azimuth) : null,
        SidewaysFraction = reading.SidewaysPercent / 100,
        LiftRatio = reading is { LiftMetres: { } lift, LiftedDepthMetres: { } lifted, DepthMetres: { } depth } && Math.Abs(lift) is >= LeastLift and <= MostLift ? (lifted - depth) / lift : null,

        // What a receiver shows of its response depends on its gain; the shape of a row does not.
        Readings = reading.Across,
        IsRowRelative = true,
    };
}
