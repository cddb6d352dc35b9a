using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>What one hookup does on this ground.</summary>
public sealed record HookupPrediction
{
    /// <summary>Lines farther than this from the target are not mistaken for it.</summary>
    private const double NeighbourMetres = 10;

    /// <summary>Nearer than this two lines are at a crossing, not side by side.</summary>
    private const double CrossingMetres = 0.3;

    /// <summary>A line at more than this to the target is told from it by its direction.</summary>
    private const double ParallelCosine = 0.6;

    /// <summary>Height of the receiver's lower coil when its tip rests on the ground.</summary>
    public static readonly Height Tip = new(0.05);

    /// <summary>What was tried.</summary>
    public required HookupTry Try { get; init; }

    /// <summary>What the transmitter would show.</summary>
    public required SourceShown Shown { get; init; }

    /// <summary>Current on the target where the work begins and ends, and the least within it, mA.</summary>
    public required double StartMilliamps { get; init; }

    /// <summary>Current on the target where the work ends, mA.</summary>
    public required double EndMilliamps { get; init; }

    /// <summary>Least current on the target over the work, mA.</summary>
    public required double LeastMilliamps { get; init; }

    /// <summary>How far from the connection the target can be followed towards the work and on, metres along it.</summary>
    public required double ReachMetres { get; init; }

    /// <summary>True when the whole work can be followed.</summary>
    public required bool Covers { get; init; }

    /// <summary>Least share that the target has of the current that flows side by side with it, 0 to 1.</summary>
    public required double Share { get; init; }

    /// <summary>The neighbour that reads strongest beside the target; null when none is near.</summary>
    public required NeighbourSignal? Worst { get; init; }

    /// <summary>Least response over the work against what can be followed; above one is enough.</summary>
    public required double Margin { get; init; }

    /// <summary>Hours that the transmitter's battery lasts at this output.</summary>
    public required double BatteryHours { get; init; }

    /// <summary>Loop resistances that the firm allows.</summary>
    public required CircuitLimits Limits { get; init; }

    /// <summary>
    /// Whether to walk with it if the ground is like this: not when a neighbour fools the receiver or the loop's resistance is
    /// beyond all use; with care when it lacks anything of what is adequate.
    /// </summary>
    public Verdict Verdict => Worst?.Fools == true || Shown.ResistiveOhms > Limits.StopOhms ? Verdict.Reject
        : HookupAdequacy.Failings(this).Count > 0 ? Verdict.Caution
        : Verdict.Sound;

    /// <summary>Peak response of a line with this current at this distance, tesla.</summary>
    public static double Response(double amperes, double distanceMetres) => Physics.Mu0 * amperes / (2 * Math.PI * distanceMetres);

    /// <summary>Reads the figures of a hookup off its solution.</summary>
    public static HookupPrediction Of(
        HookupTry hookup, SolvedNetwork solved, SupposedGround ground, WorkStretch work, TransmitterProfile transmitter, ReceiverProfile receiver,
        CircuitLimits limits)
    {
        var target = ground.Line(hookup.Target)!;
        var follow = receiver.FloorTesla(hookup.Hertz) * ReceiverProfile.FollowAbove;
        double Current(SupposedLine line, double sheet) => solved.CurrentAt(line.Id, SupposedGround.Before(line) + sheet).Magnitude;
        var distance = target.Depth.Below(Tip);
        var (share, least, margin) = (1.0, double.PositiveInfinity, double.PositiveInfinity);
        NeighbourSignal? worst = null;
        foreach (var at in work.Samples())
        {
            var own = Current(target, at);
            var (beside, here) = Beside(ground, target, at, own, distance, Current);
            share = Math.Min(share, own / Math.Max(own + beside, 1e-15));
            least = Math.Min(least, own);
            margin = Math.Min(margin, Response(own, distance) / follow);
            worst = here is not null && (worst is null || here.Part > worst.Part) ? here : worst;
        }

        var connected = target.Run.Project(hookup.At).ChainageMetres;
        var outward = work.LiesAheadOf(connected) ? 1 : -1;
        var reach = Reach(connected, outward, target.Run.Length, s => Response(Current(target, s), distance) >= follow);
        var far = Math.Max(Math.Abs(work.FromMetres - connected), Math.Abs(work.ToMetres - connected));
        return new HookupPrediction
        {
            Limits = limits,
            Try = hookup,
            Shown = solved.Shown,
            StartMilliamps = 1000 * Current(target, outward > 0 ? work.FromMetres : work.ToMetres),
            EndMilliamps = 1000 * Current(target, outward > 0 ? work.ToMetres : work.FromMetres),
            LeastMilliamps = 1000 * least,
            ReachMetres = reach,
            Covers = margin >= 1,
            Share = share,
            Worst = worst,
            Margin = margin,
            BatteryHours = transmitter.Hours(solved.Shown.Watts ?? transmitter.MaxWatts / 2),
        };
    }

    /// <summary>Current that runs beside the target at a chainage, and the neighbour that reads strongest there.</summary>
    private static (double Beside, NeighbourSignal? Strongest) Beside(
        SupposedGround ground, SupposedLine target, double at, double own, double distance, Func<SupposedLine, double, double> current)
    {
        var (place, ahead) = (target.Run.At(at), target.Run.DirectionAt(at));
        double beside = 0;
        NeighbourSignal? strongest = null;
        foreach (var other in ground.Metallic.Where(l => l.Id != target.Id))
        {
            var station = other.Run.Project(place);
            var away = station.Foot.DistanceTo(place);
            if (away > NeighbourMetres || Math.Abs(other.Run.DirectionAt(station.ChainageMetres).Dot(ahead)) < ParallelCosine)
            {
                continue;
            }

            var amperes = current(other, station.ChainageMetres);
            beside += amperes;
            var part = Response(amperes, other.Depth.Below(Tip)) / Math.Max(Response(own, distance), 1e-18);
            if (away > CrossingMetres && (strongest is null || part > strongest.Part))
            {
                strongest = new NeighbourSignal(other.Id, amperes * 1000, part, at, away, amperes / Math.Max(own, 1e-15));
            }
        }

        return (beside, strongest);
    }

    private static double Reach(double from, int outward, double length, Func<double, bool> heard)
    {
        var reach = 0.0;
        for (var s = from; s >= 0 && s <= length; s += outward)
        {
            if (!heard(s))
            {
                return reach;
            }

            reach = Math.Abs(s - from);
        }

        return outward > 0 ? length - from : from;
    }
}
