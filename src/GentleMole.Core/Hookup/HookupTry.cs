using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Hookup;

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
    private static readonly Height CoilHeight = new(0.2);

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
                At, CoilHeight, line.Run.DirectionAt(station.ChainageMetres).Right.Azimuth, transmitter.MomentAmpereSquareMetres),
            HookupMethod.Passive => new NetCurrentSource(On, (line.NetMilliamps ?? 0) / 1000),
        };
    }
}
