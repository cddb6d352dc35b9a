using GentleMole.Core.Network;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Hookup;

/// <summary>
/// Everything that a direct connection may be, solved: every fault at several sizes and places, in nine grounds (soil ½, 1 and 2
/// times as supposed, earths ⅓, 1 and 3 times), at each frequency of interest. It does not depend on what is measured, so it is
/// made once for a hookup. Immutable.
/// </summary>
public sealed class CircuitModel
{
    /// <summary>A stake or a clip this near to a line may be on it: places are no better known.</summary>
    private const double TouchMetres = 3;

    /// <summary>How far out on the line the current is read that is held against what was sent.</summary>
    public const double HeardMetres = 6;

    /// <summary>Lines within this may be bonded to the target in the same pit, riser or building.</summary>
    private const double BondMetres = 8;

    /// <summary>Coarse, since soil is known to a factor of two: a loop within a few per cent is enough.</summary>
    private const double LongestMetres = 5;

    /// <summary>How much a loop lies off between two sizes of a fault that are solved, and where there is but one (logarithm).</summary>
    private const double Rough = 0.25;

    private const double Exact = 0.06;

    private static readonly double[] ClipOhms = [120, 250, 500, 1000, 2000, 4000, 8000, 16_000, 40_000];
    private static readonly double[] StakeFactors = [3, 5, 8, 13, 22, 40];
    private static readonly double[] AheadMetres = [3, 8, 20, 45];
    private static readonly double[] JointOhms = [300, 900, 2700, 8000, 24_000];
    private static readonly double[] ShortMetres = [0, 4, 12];
    private static readonly double[] ShortOhms = [3, 10, 30, 80];
    private static readonly double[] BondOhms = [0.3, 1, 5];
    private static readonly double[] ServiceOhms = [0.7, 2, 6, 20];
    private static readonly double[] LooseMetres = [1, 2, 4];
    private static readonly (double Metres, double EndOhms)[] OtherWires =
    [
        (8, double.PositiveInfinity), (20, double.PositiveInfinity), (50, double.PositiveInfinity), (10, 5), (10, 20), (30, 20), (30, 60), (80, 20),
    ];

    private readonly PlannerTask _task;
    private readonly DirectSource _source;
    private readonly SupposedLine _line;
    private readonly double _here;
    private readonly bool _forward;
    private readonly NetworkPorts[,] _ports;
    private readonly List<CircuitFault> _faults = [];

    private CircuitModel(PlannerTask task, HookupTry hookup, DirectSource source, IReadOnlyList<double> hertz, NetworkPorts[,] ports)
    {
        (_task, _source, Hertz, _ports) = (task, source, hertz, ports);
        _line = task.Ground.Line(hookup.On)!;
        _here = _line.Run.Project(hookup.At).ChainageMetres;
        _forward = task.Work.LiesAheadOf(_here);
        StakeOhms = [.. SoilFactors.Select(f => source.Stake.OhmsIn(Soil(task, f)))];
        AddFaults();
    }

    /// <summary>Soil of the grounds that are solved, as a part of what is supposed.</summary>
    internal static IReadOnlyList<double> SoilFactors { get; } = [0.5, 1, 2];

    /// <summary>Earths of the grounds that are solved, as a part of what is supposed.</summary>
    internal static IReadOnlyList<double> EarthFactors { get; } = [1 / 3.0, 1, 3];

    /// <summary>Frequencies that were solved, the one that is sent first.</summary>
    public IReadOnlyList<double> Hertz { get; }

    internal IReadOnlyList<double> StakeOhms { get; }

    internal IReadOnlyList<CircuitFault> Faults => _faults;

    private LinePlace Clip => On(_here);

    /// <summary>Solves every fault of a hookup; null when it is no direct connection or its network cannot be solved.</summary>
    /// <param name="hertz">Frequencies of interest, the one that is sent first.</param>
    public static CircuitModel? Of(PlannerTask task, HookupTry hookup, IReadOnlyList<double> hertz)
    {
        if (task.Ground.Line(hookup.On) is null || hookup.Source(task.Ground, task.Transmitter) is not DirectSource source
            || NetworkRules.Check(task.Ground.Network(), source, hookup.Hertz).Count > 0)
        {
            return null;
        }

        var ports = new NetworkPorts[SoilFactors.Count * EarthFactors.Count, hertz.Count];
        var solved = true;
        var breaks = Breaks(task, hookup, source);
        var (line, here) = (task.Ground.Line(hookup.On)!, task.Ground.Line(hookup.On)!.Run.Project(hookup.At).ChainageMetres);
        var (clip, heard) = (task.Ground.Place(line.Id, here), task.Ground.Place(line.Id, here + (task.Work.LiesAheadOf(here) ? HeardMetres : -HeardMetres)));
        Parallel.For(0, ports.GetLength(0), ground =>
        {
            var varied = PlausibleGround.Earths(
                PlausibleGround.Soil(task.Ground, SoilFactors[ground / EarthFactors.Count]), EarthFactors[ground % EarthFactors.Count]);
            var mesh = new NetworkMesh(varied.Network(), new Cutting([], breaks, LongestMetres, 8));
            for (var f = 0; f < hertz.Count; f++)
            {
                if (NetworkSolver.Of(mesh, hertz[f]) is { IsGood: true } solver)
                {
                    ports[ground, f] = new NetworkPorts(solver.Value, clip, heard);
                }
                else
                {
                    solved = false;
                }
            }
        });
        return solved ? new CircuitModel(task, hookup, source, hertz, ports) : null;
    }

    /// <summary>Every place at which something may be, so that a node lies exactly there.</summary>
    private static List<LinePlace> Breaks(PlannerTask task, HookupTry hookup, DirectSource source)
    {
        var line = task.Ground.Line(hookup.On)!;
        var here = line.Run.Project(hookup.At).ChainageMetres;
        var on = AheadMetres.Concat(ShortMetres).SelectMany(m => new[] { here + m, here - m }).Where(s => s >= 0 && s <= line.Run.Length);
        var others = task.Ground.Metallic.Where(l => l.Id != line.Id)
            .SelectMany(l => new[] { hookup.At, source.Stake.Place }.Select(p => task.Ground.Place(l.Id, l.Run.Project(p).ChainageMetres)));
        return [.. on.Select(s => task.Ground.Place(line.Id, s)), .. others];
    }

    private void AddFaults()
    {
        Add(CircuitCause.AsPredicted, 0.4, true, Exact, (p, _) => p.Plain);
        AddAll(CircuitCause.DirtyClip, 0.13, true, ClipOhms, (p, _, ohms) => Plus(p.Plain, ohms));
        AddAll(CircuitCause.DryStake, 0.13, true, StakeFactors, (p, g, by) => Plus(p.Plain, (by - 1) * StakeOhms[g / EarthFactors.Count]));
        AddFarEnd();
        var ahead = AheadMetres.Select(m => _forward ? _here + m : _here - m).Where(s => s > 0 && s < _line.Run.Length).ToList();
        AddAll(CircuitCause.BrokenLine, 0.05, true, ahead, (p, _, s) => p.WithSeries(On(s), double.PositiveInfinity));
        AddAll(CircuitCause.CorrodedJoint, 0.06, true, [.. ahead.SelectMany(s => JointOhms.Select(o => (s, o)))], (p, _, j) => p.WithSeries(On(j.s), j.o));
        var shorts = ShortMetres.Select(m => _forward ? _here + m : _here - m).Where(s => s >= 0 && s <= _line.Run.Length);
        AddAll(CircuitCause.ShortToEarth, 0.05, true, [.. shorts.SelectMany(s => ShortOhms.Select(o => (s, o)))], (p, _, j) => p.WithShort(On(j.s), j.o));
        AddOtherLines();
        AddWires();
    }

    private void AddFarEnd()
    {
        var far = _forward ? _line.End : _line.Start;
        if (far.Kind == EndSupposed.Open || far is { Kind: EndSupposed.GoesOn, BeyondOhms: double.PositiveInfinity })
        {
            return;
        }

        // A line that goes on has its earth beyond the sheet.
        var network = _task.Ground.Network().Line(_line.Id);
        var end = new LinePlace(_line.Id, _forward ? network.LengthMetres : 0);
        var ohms = far.Kind == EndSupposed.GoesOn ? far.BeyondOhms : far.Ohms;
        Add(CircuitCause.OpenFarEnd, 0.09, true, Exact, (p, g) => p.WithoutEarth(end, ohms * EarthFactors[g % EarthFactors.Count]));
    }

    /// <summary>Other lines of the sheet: bonded to the target here, under the stake, or under the clip.</summary>
    private void AddOtherLines()
    {
        var clip = _line.Run.At(_here);
        var others = _task.Ground.Metallic.Where(l => l.Id != _line.Id).ToList();
        LinePlace Foot(SupposedLine l, Site.SitePoint of) => _task.Ground.Place(l.Id, l.Run.Project(of).ChainageMetres);
        var near = others.Where(l => l.Run.Project(clip).Foot.DistanceTo(clip) < BondMetres).Select(l => Foot(l, clip)).ToList();
        AddAll(CircuitCause.BondedToAnother, 0.06, true, [.. near.SelectMany(l => BondOhms.Select(o => (l, o)))], (p, _, b) => p.WithBond(Clip, b.l, b.o));

        var stake = _source.Stake.Place;
        var under = others.Where(l => l.Run.Project(stake).Foot.DistanceTo(stake) < TouchMetres).Select(l => Foot(l, stake)).ToList();
        AddAll(CircuitCause.StakeOnService, 0.04, false, under, (p, _, l) => p.BackAt(l));
        AddAll(CircuitCause.StakeOnService, 0.04, false, ServiceOhms, (p, _, ohms) => Plus(p.Plain, ohms));

        var beginHere = others.Where(l => l.Points[0].DistanceTo(clip) < TouchMetres || l.Points[^1].DistanceTo(clip) < TouchMetres)
            .Select(l => Foot(l, l.Points[0].DistanceTo(clip) < l.Points[^1].DistanceTo(clip) ? l.Points[0] : l.Points[^1])).ToList();
        AddAll(CircuitCause.WrongWire, 0.08, true, beginHere, (p, _, l) => p.FedAt(l));
    }

    /// <summary>Wires that nobody drew, built like the target.</summary>
    private void AddWires()
    {
        if (_line.Conductor is not { } conductor)
        {
            return;
        }

        var depth = Math.Max(_line.Depth.Metres, conductor.RadiusMetres * 1.01);
        Func<NetworkPorts, int, (double Metres, double EndOhms), PortAnswer> ofWire = (p, g, wire) => new PortAnswer(
            UnknownWire.Ohms(conductor, depth, wire.Metres, wire.EndOhms * EarthFactors[g % EarthFactors.Count], p.Hertz, Soil(_task, SoilFactors[g / EarthFactors.Count])), 0);
        AddAll(CircuitCause.WrongWire, 0.03, true, OtherWires, ofWire);
        AddAll(CircuitCause.LooseEnd, 0.04, true, [.. LooseMetres.Select(m => (m, double.PositiveInfinity))], ofWire);
    }

    private void AddAll<T>(CircuitCause cause, double weight, bool throughStake, IReadOnlyList<T> sizes, Func<NetworkPorts, int, T, PortAnswer> answer)
    {
        foreach (var size in sizes)
        {
            Add(cause, weight / sizes.Count, throughStake, sizes.Count > 1 ? Rough : Exact, (p, g) => answer(p, g, size));
        }
    }

    private void Add(CircuitCause cause, double weight, bool throughStake, double grain, Func<NetworkPorts, int, PortAnswer> answer)
    {
        var answers = new PortAnswer[_ports.GetLength(0), Hertz.Count];
        for (var g = 0; g < answers.GetLength(0); g++)
        {
            for (var f = 0; f < Hertz.Count; f++)
            {
                answers[g, f] = answer(_ports[g, f], g);
            }
        }

        _faults.Add(new CircuitFault(cause, weight, throughStake, grain, answers));
    }

    private static PortAnswer Plus(PortAnswer answer, double ohms) => answer with { Ohms = answer.Ohms + ohms };

    private LinePlace On(double sheetMetres) => _task.Ground.Place(_line.Id, sheetMetres);

    private static SoilGround Soil(PlannerTask task, double factor) => task.Ground.Soil.Times(factor);
}
