using GentleMole.Core.Instruments;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Signal;

/// <summary>A hookup that could be made.</summary>
/// <param name="Target">Line that is wanted.</param>
/// <param name="On">Line that is connected to, clamped or lit; usually the target.</param>
/// <param name="At">Place of the clip, the clamp or the coil.</param>
/// <param name="SetMilliamps">Setting of the transmitter for a direct connection.</param>
public sealed record HookupTry(
    string Target, string On, HookupMethod Method, SitePoint At, string ConnectedTo, SitePoint? Stake, double Hertz, double SetMilliamps)
{
    /// <summary>Driven length of the stake; a usual rod, three quarters in.</summary>
    public const double DrivenMetres = 0.4;

    /// <summary>Height of a transmitter that stands on the ground.</summary>
    private const double CoilHeightMetres = 0.2;

    /// <summary>The source of the engine for this hookup.</summary>
    public SignalSource Source(SupposedGround ground, TransmitterProfile transmitter)
    {
        var line = ground.Line(On)!;
        var station = line.Run.Project(At);
        var place = ground.Place(On, station.ChainageMetres);
        return Method switch
        {
            HookupMethod.Direct => new DirectSource(
                place, new EarthStake(Stake!.Value, DrivenMetres), new Drive(SetMilliamps / 1000, transmitter.MaxVolts, transmitter.MaxWatts)),
            HookupMethod.Clamp => new ClampSource(place, transmitter.ClampVoltsAt(Hertz)),
            HookupMethod.Induction => new InductionSource(
                At, CoilHeightMetres, line.Run.DirectionAt(station.ChainageMetres).Right.AzimuthDegrees, transmitter.MomentAmpereSquareMetres),
            _ => new NetCurrentSource(On, (line.NetMilliamps ?? 0) / 1000),
        };
    }
}

/// <summary>The part of the target that has to be marked, by chainage on the sheet.</summary>
public readonly record struct WorkStretch(double FromMetres, double ToMetres)
{
    /// <summary>Walked beyond the dig on both sides, so that the line is understood before it is marked.</summary>
    public const double MarginMetres = 5;

    /// <summary>Where a run comes near an area; the whole run when it does not, or when there is none.</summary>
    public static WorkStretch Of(Run run, IReadOnlyList<SitePoint> area)
    {
        const double step = 0.5;
        var inside = Enumerable.Range(0, (int)(run.Length / step) + 1).Select(i => i * step).Where(s => DigArea.Holds(area, run.At(s))).ToList();
        return inside.Count == 0
            ? new WorkStretch(0, run.Length)
            : new WorkStretch(Math.Max(0, inside[0] - MarginMetres), Math.Min(run.Length, inside[^1] + MarginMetres));
    }

    /// <summary>Places along the stretch, about a metre apart, both ends among them.</summary>
    public IEnumerable<double> Samples()
    {
        var pieces = Math.Max(1, (int)Math.Round(ToMetres - FromMetres));
        for (var i = 0; i <= pieces; i++)
        {
            yield return FromMetres + ((ToMetres - FromMetres) * i / pieces);
        }
    }
}
