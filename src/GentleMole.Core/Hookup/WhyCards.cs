using GentleMole.Core.Instruments;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>
/// The usual causes of a bad signal, each put into the supposed ground and solved: what the receiver would see here if it
/// were so.
/// </summary>
public static class WhyCards
{
    private const double BondOhms = 0.5;
    private const double DryFactor = 10;
    private const double BranchMetres = 30;
    private const double BesideMetres = 4;
    private const double ParallelCosine = 0.9;

    /// <summary>What spoils or saves this hookup here, each solved with and without.</summary>
    public static IReadOnlyList<WhyCard> For(PlannerTask task, HookupTry hookup)
    {
        var cards = new List<WhyCard>();
        var target = task.Ground.Line(hookup.Target)!;
        var here = target.Run.Project(hookup.At).ChainageMetres;
        var forward = task.Work.LiesAheadOf(here);
        var other = Nearest(task, target);
        double? Far(SupposedGround ground, double hertz) => Solve(task with { Ground = ground }, hookup with { Hertz = hertz })?.Prediction.EndMilliamps;
        SupposedGround FarEnd(SupposedEnd end) => task.Ground.With(target.Id, l => forward ? l with { End = end } : l with { Start = end });
        var medium = FrequencyMatch.Common(task.Transmitter, task.Receiver).Where(f => f > hookup.Hertz).DefaultIfEmpty(hookup.Hertz).First();
        void Add(WhyKind kind, bool supposed, double? without, double? with, double? remedy = null, string? line = null, double? hertz = null)
        {
            if (without is { } a && with is { } b)
            {
                cards.Add(new WhyCard(kind, supposed, a, b, remedy, line, hertz));
            }
        }

        var open = FarEnd(new SupposedEnd(EndSupposed.Open));
        Add(
            WhyKind.OpenFarEnd, (forward ? target.End : target.Start).Kind == EndSupposed.Open,
            Far(FarEnd(new SupposedEnd(EndSupposed.Earthed)), hookup.Hertz), Far(open, hookup.Hertz), Far(open, medium), hertz: medium);
        if (hookup.Method == HookupMethod.Direct)
        {
            double? Loop(double soil, bool wet) => hookup.Source(task.Ground, task.Transmitter) is DirectSource direct
                ? SolveSource(task.Ground with { Soil = task.Ground.Soil.Times(soil) }, direct with { Stake = direct.Stake with { Wetted = wet } }, hookup.Hertz)?.Shown.LoopOhms
                : null;
            Add(WhyKind.DrySoil, task.Ground.Soil.ResistivityOhmMetres >= 1000, Loop(1, false), Loop(DryFactor, false), Loop(DryFactor, true));
        }

        if (other is not null)
        {
            var where = target.Run.At(forward ? target.Run.Length : 0);
            var bond = new SupposedBond(target.Id, forward ? target.Run.Length : 0, other.Id, other.Run.Project(where).ChainageMetres, BondOhms);
            double? Neighbour(SupposedGround ground, double hertz) => On(task with { Ground = ground }, hookup with { Hertz = hertz }, other);
            Add(
                WhyKind.BondedInside, task.Ground.Bonds.Any(b => b.From == target.Id || b.To == target.Id),
                Neighbour(task.Ground, hookup.Hertz), Neighbour(task.Ground with { Bonds = [.. task.Ground.Bonds, bond] }, hookup.Hertz), line: other.Id);
            var highest = FrequencyMatch.Common(task.Transmitter, task.Receiver).DefaultIfEmpty(hookup.Hertz).Max();
            Add(WhyKind.ParallelRun, Beside(target, other) > 5, Beside(target, other), Neighbour(task.Ground, highest), Neighbour(task.Ground, hookup.Hertz), other.Id, highest);
        }

        var middle = (here + (forward ? task.Work.FromMetres : task.Work.ToMetres)) / 2;
        var ahead = target.Run.DirectionAt(middle);
        var branch = new SupposedLine(
            "why-branch", target.Name, target.Kind, [target.Run.At(middle), target.Run.At(middle) + (ahead.Right * BranchMetres)], target.Depth,
            target.Conductor, new SupposedEnd(EndSupposed.Open), forward ? target.End : target.Start);
        Add(
            WhyKind.Tee, false, Far(task.Ground, hookup.Hertz),
            Far(task.Ground with { Lines = [.. task.Ground.Lines, branch], Bonds = [.. task.Ground.Bonds, new SupposedBond(target.Id, middle, branch.Id, 0, 0)] }, hookup.Hertz));
        SupposedGround Jointed(double? bridge) => task.Ground with { Joints = [.. task.Ground.Joints, new SupposedJoint(target.Id, middle, bridge)] };
        Add(
            WhyKind.InsulatedJoint, task.Ground.Joints.Any(j => j.Line == target.Id && j.BridgeOhms is null),
            Far(task.Ground, hookup.Hertz), Far(Jointed(null), hookup.Hertz), Far(Jointed(null), medium), hertz: medium);
        return cards;
    }

    private static PredictedHookup? Solve(PlannerTask task, HookupTry hookup) =>
        HookupPlanner.Predict(task, hookup) is { IsGood: true } solved ? solved.Value : null;

    private static SolvedNetwork? SolveSource(SupposedGround ground, SignalSource source, double hertz) =>
        NetworkSolver.Of(new NetworkMesh(ground.Network(), Cutting.For(hertz, source)), hertz) is { IsGood: true } solver ? solver.Value.Solve(source) : null;

    /// <summary>Greatest current on another line within the work.</summary>
    private static double? On(PlannerTask task, HookupTry hookup, SupposedLine other)
    {
        if (Solve(task, hookup) is not { } solved)
        {
            return null;
        }

        var target = task.Ground.Line(hookup.Target)!;
        return task.Work.Samples().Max(s => 1000 * solved.Solved.CurrentAt(
            other.Id, SupposedGround.Before(other) + other.Run.Project(target.Run.At(s)).ChainageMetres).Magnitude);
    }

    private static SupposedLine? Nearest(PlannerTask task, SupposedLine target) => task.Ground.Metallic
        .Where(l => l.Id != target.Id)
        .OrderBy(l => task.Work.Samples().Min(s => l.Run.Project(target.Run.At(s)).Foot.DistanceTo(target.Run.At(s))) - Beside(target, l))
        .FirstOrDefault();

    /// <summary>Length over which a line runs beside the target.</summary>
    private static double Beside(SupposedLine target, SupposedLine other)
    {
        var length = 0.0;
        for (var s = 0.5; s < target.Run.Length; s++)
        {
            var station = other.Run.Project(target.Run.At(s));
            if (station.Foot.DistanceTo(target.Run.At(s)) <= BesideMetres
                && Math.Abs(other.Run.DirectionAt(station.ChainageMetres).Dot(target.Run.DirectionAt(s))) >= ParallelCosine)
            {
                length++;
            }
        }

        return length;
    }
}
