using System.Collections.Concurrent;
using GentleMole.Core.Lines;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheet;

internal static class Observations
{
    public static DotObservation ToObservation(this Reading reading) => new()
    {
        Place = reading.Place,
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
}
