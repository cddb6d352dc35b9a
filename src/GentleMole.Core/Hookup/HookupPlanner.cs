using System.Collections.Concurrent;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>
/// Lists every connection that the rules allow, with stake places and frequencies, solves them all in every plausible ground
/// and puts them in order.
/// </summary>
public static class HookupPlanner
{
    private const int StakesPerPoint = 4;
    private const int MostTries = 240;

    /// <summary>A connection within this of the target is on it.</summary>
    public const double OnLineMetres = 3;

    /// <summary>Plans the hookup of one line; null when the line has no metal or nothing is known of it.</summary>
    /// <param name="progress">Told how many hookups are solved, of how many.</param>
    public static HookupPlan? Plan(PlannerTask task, IProgress<(int Done, int All)>? progress = null, CancellationToken cancellation = default)
    {
        if (task.Ground.Line(task.Target) is not { } target)
        {
            return null;
        }

        var refused = new List<RefusedWay>();
        var tries = Tries(task, target, refused).Take(MostTries).ToList();
        var sources = tries.Select(t => t.Source(task.Ground, task.Transmitter)).ToList();
        if (tries.Count == 0 || NetworkRules.Check(task.Ground.Network(), sources[0], tries[0].Hertz).Count > 0)
        {
            return new HookupPlan([], refused, 0);
        }

        var common = PlausibleGround.WhicheverWay(task.Ground);
        var (onward, back) = (PlausibleGround.FarEndOtherwise(task.Ground, task.Target, true), PlausibleGround.FarEndOtherwise(task.Ground, task.Target, false));
        var judged = new ConcurrentBag<JudgedHookup>();
        var done = 0;
        var meshes = new ConcurrentDictionary<(SupposedGround, double), Lazy<NetworkMesh>>();
        Parallel.ForEach(
            tries.Select((t, i) => (Try: t, Source: sources[i])).GroupBy(t => t.Try.Hertz),
            new ParallelOptions { CancellationToken = cancellation },
            group =>
            {
                var cutting = Cutting.For(group.Key, sources);
                var solvers = new Dictionary<SupposedGround, NetworkSolver?>(ReferenceEqualityComparer.Instance);
                NetworkSolver? SolverOf(SupposedGround ground)
                {
                    if (!solvers.TryGetValue(ground, out var solver))
                    {
                        var mesh = meshes.GetOrAdd((ground, cutting.LongestMetres), _ => new(() => new NetworkMesh(ground.Network(), cutting))).Value;
                        solvers[ground] = solver = NetworkSolver.Of(mesh, group.Key) is { IsGood: true } made ? made.Value : null;
                    }

                    return solver;
                }

                foreach (var (hookup, source) in group)
                {
                    cancellation.ThrowIfCancellationRequested();
                    var solved = common.Append(Forward(task, target, hookup) ? onward : back).Select(g => (g, SolverOf(g.Ground)?.Solve(source))).ToList();
                    if (solved.TrueForAll(s => s.Item2 is not null))
                    {
                        judged.Add(Judged(task, hookup, [.. solved.Select(s => (s.g, s.Item2!))], null));
                    }

                    progress?.Report((Interlocked.Increment(ref done), tries.Count));
                }
            });
        return new HookupPlan(HookupOrder.Of(judged, task.Habit), refused, tries.Count);
    }

    /// <summary>One hookup solved at the setting it was given.</summary>
    public static Result<PredictedHookup> Predict(PlannerTask task, HookupTry hookup)
    {
        var source = hookup.Source(task.Ground, task.Transmitter);
        var network = task.Ground.Network();
        if (NetworkRules.Check(network, source, hookup.Hertz) is { Count: > 0 } wrong)
        {
            return wrong.ToList();
        }

        var solver = NetworkSolver.Of(new NetworkMesh(network, Cutting.For(hookup.Hertz, source)), hookup.Hertz);
        if (!solver.IsGood)
        {
            return solver.Errors.ToList();
        }

        var solved = solver.Value.Solve(source);
        return new PredictedHookup(HookupPrediction.Of(hookup, solved, task.Ground, task.Work, task.Transmitter, task.Receiver, task.Limits), solved);
    }

    /// <summary>One hookup judged in every plausible ground, at the setting it was given.</summary>
    public static Result<JudgedHookup> Judge(PlannerTask task, HookupTry hookup)
    {
        var source = AtMost(hookup.Source(task.Ground, task.Transmitter), task);
        if (NetworkRules.Check(task.Ground.Network(), source, hookup.Hertz) is { Count: > 0 } wrong)
        {
            return wrong.ToList();
        }

        PlausibleGround[] grounds =
        [
            .. PlausibleGround.WhicheverWay(task.Ground),
            PlausibleGround.FarEndOtherwise(task.Ground, hookup.On, Forward(task, task.Ground.Line(hookup.On)!, hookup)),
        ];
        var solved = new (PlausibleGround Ground, SolvedNetwork Solved)[grounds.Length];
        var errors = new ConcurrentBag<FieldError>();
        Parallel.For(0, grounds.Length, i =>
        {
            var solver = NetworkSolver.Of(new NetworkMesh(grounds[i].Ground.Network(), Cutting.For(hookup.Hertz, source)), hookup.Hertz);
            if (solver.IsGood)
            {
                solved[i] = (grounds[i], solver.Value.Solve(source));
            }
            else
            {
                errors.Add(solver.Errors[0]);
            }
        });
        return errors.TryPeek(out var error) ? error : Judged(task, hookup, solved, hookup.SetMilliamps);
    }

    /// <summary>True when the work lies towards the end of the line, seen from the connection.</summary>
    private static bool Forward(PlannerTask task, SupposedLine line, HookupTry hookup) =>
        task.Work.LiesAheadOf(line.Run.Project(hookup.At).ChainageMetres);

    private static SignalSource AtMost(SignalSource source, PlannerTask task) => source is DirectSource direct
        ? direct with { Drive = direct.Drive with { SetAmperes = Math.Max(direct.Drive.SetAmperes, task.Transmitter.StepsMilliamps.Max() / 1000) } }
        : source;

    /// <summary>Judges a hookup from what it does in each ground with all that the transmitter can send.</summary>
    /// <param name="setMilliamps">Setting that was chosen; null for the least that will do.</param>
    private static JudgedHookup Judged(PlannerTask task, HookupTry hookup, IReadOnlyList<(PlausibleGround Ground, SolvedNetwork Solved)> grounds, double? setMilliamps)
    {
        var full = grounds.Select(g => HookupPrediction.Of(hookup, g.Solved, g.Ground.Ground, task.Work, task.Transmitter, task.Receiver, task.Limits)).ToList();
        if (hookup.Method != HookupMethod.Direct)
        {
            return new JudgedHookup([.. full.Select((p, i) => new GroundJudgement(grounds[i].Ground.Doubt, p, null))]);
        }

        var set = setMilliamps ?? JustEnough(full, task.Transmitter.StepsMilliamps);
        var chosen = hookup with { SetMilliamps = set };
        var judged = new List<GroundJudgement>();
        for (var i = 0; i < grounds.Count; i++)
        {
            var (ground, solved) = grounds[i];
            var prediction = HookupPrediction.Of(chosen, solved.TurnedDownTo(set / 1000), ground.Ground, task.Work, task.Transmitter, task.Receiver, task.Limits);
            var more = prediction.Margin < HookupAdequacy.LeastMargin
                ? task.Transmitter.StepsMilliamps.Where(s => s > set && MarginAt(full[i], s) >= HookupAdequacy.LeastMargin).Select(s => (double?)s).Min()
                : null;
            judged.Add(new GroundJudgement(ground.Doubt, prediction, more));
        }

        return new JudgedHookup(judged);
    }

    /// <summary>
    /// The lowest setting with which the hookup is adequate in most grounds; where it never is, the lowest that can be followed in as
    /// many as the highest can.
    /// </summary>
    private static double JustEnough(IReadOnlyList<HookupPrediction> full, IReadOnlyList<double> steps)
    {
        int Followed(double step, bool adequate) => full.Count(p =>
            MarginAt(p, step) >= HookupAdequacy.LeastMargin && !(adequate && HookupAdequacy.Failings(p).Count > 0));
        var most = JudgedHookup.MostOf(full.Count);
        var needed = Followed(steps.Max(), true) >= most;
        var enough = needed ? most : Math.Min(most, Followed(steps.Max(), false));
        return enough == 0 ? steps.Max() : steps.Where(s => Followed(s, needed) >= enough).Min();
    }

    /// <summary>Everything is in proportion to the current sent, so what a setting does follows from one solution.</summary>
    private static double MarginAt(HookupPrediction full, double setMilliamps) =>
        full.Margin * Math.Min(1, setMilliamps / Math.Max(full.Shown.Amperes!.Value * 1000, 1e-12));

    private static IEnumerable<HookupTry> Tries(PlannerTask task, SupposedLine target, List<RefusedWay> refused)
    {
        var frequencies = FrequencyMatch.Common(task.Transmitter, task.Receiver);
        var most = task.Transmitter.StepsMilliamps.Max();
        foreach (var point in task.Points)
        {
            var at = target.Run.Project(point.Place).Foot;
            foreach (var method in new[] { HookupMethod.Direct, HookupMethod.Clamp })
            {
                if (!Allows(point, method))
                {
                    continue;
                }

                if (Rule(task, target, at, method) is { } refusal)
                {
                    refused.Add(new RefusedWay(point, method, refusal));
                    continue;
                }

                var stakes = method == HookupMethod.Direct
                    ? task.StakeGround.Spots(at, target, task.Transmitter.LeadMetres, HookupTry.DrivenMetres, StakesPerPoint).Select(s => (SitePoint?)s).ToList()
                    : [null];
                if (stakes.Count == 0)
                {
                    var square = at + (target.Run.DirectionAt(target.Run.Project(at).ChainageMetres).Right * task.Transmitter.LeadMetres);
                    refused.Add(new RefusedWay(point, method, HookupRefusal.NoStakePlace, task.StakeGround.Refuses(at, square, HookupTry.DrivenMetres)));
                }

                foreach (var hertz in frequencies.Where(f => method == HookupMethod.Direct || f >= LeastClampHertz))
                {
                    foreach (var stake in stakes)
                    {
                        yield return new HookupTry(task.Target, task.Target, method, at, point.Name, stake, hertz, most);
                    }
                }
            }
        }

        foreach (var hookup in Induced(task, target, frequencies, refused))
        {
            yield return hookup;
        }

        if (target.NetMilliamps is > 0)
        {
            yield return new HookupTry(task.Target, task.Target, HookupMethod.Passive, target.Run.At(task.Work.FromMetres), "", null, task.MainsHertz, 0);
        }
    }

    /// <summary>The box over the line, far enough from the work that the receiver does not hear it, but no farther.</summary>
    private static IEnumerable<HookupTry> Induced(PlannerTask task, SupposedLine target, IReadOnlyList<double> frequencies, List<RefusedWay> refused)
    {
        var places = new[] { task.Work.FromMetres - PlannerTask.InductionMetres, task.Work.ToMetres + PlannerTask.InductionMetres }
            .Where(s => s >= 0 && s <= target.Run.Length).ToList();
        if (places.Count == 0)
        {
            refused.Add(new RefusedWay(new ConnectionPoint("", target.Run.At(task.Work.FromMetres), []), HookupMethod.Induction, HookupRefusal.TooNearForInduction));
        }

        return from place in places
               from hertz in frequencies.Where(f => f >= LeastInductionHertz)
               select new HookupTry(task.Target, task.Target, HookupMethod.Induction, target.Run.At(place), "", null, hertz, 0);
    }

    /// <summary>Rules that no figure outweighs.</summary>
    public static HookupRefusal? Rule(PlannerTask task, SupposedLine target, SitePoint at, HookupMethod method)
    {
        if (method == HookupMethod.Direct && target.Kind is UtilityKind.Electric or UtilityKind.Unknown)
        {
            return HookupRefusal.LiveElectric;
        }

        var here = target.Run.Project(at).ChainageMetres;
        var joints = task.Ground.Joints.Where(j => j.Line == target.Id && j.BridgeOhms is null).Select(j => j.AtMetres).ToList();
        var middle = (task.Work.FromMetres + task.Work.ToMetres) / 2;
        if (joints.Any(j => (j - here) * (j - middle) < 0 || Math.Abs(j - here) < 0.01))
        {
            return HookupRefusal.InsulatedFromWork;
        }

        return method == HookupMethod.Clamp && !(EarthedTowards(task.Ground, target, here, -1) && EarthedTowards(task.Ground, target, here, 1))
            ? HookupRefusal.ClampWithoutEarths
            : null;
    }

    /// <summary>Whether current finds earth on one side: an earthed end, a bond, or bare metal that leaks all along.</summary>
    private static bool EarthedTowards(SupposedGround ground, SupposedLine line, double here, int side)
    {
        var stop = ground.Joints.Where(j => j.Line == line.Id && j.BridgeOhms is null && (j.AtMetres - here) * side > 0)
            .Select(j => (double?)j.AtMetres).OrderBy(j => Math.Abs(j!.Value - here)).FirstOrDefault();
        bool Within(double s) => (s - here) * side >= 0 && (stop is not { } j || (j - s) * side >= 0);
        return line.Conductor!.Coating.IsBare
            || (stop is null && (side < 0 ? line.Start : line.End).Kind != EndSupposed.Open)
            || ground.Bonds.Any(b => (b.From == line.Id && Within(b.FromMetres)) || (b.To == line.Id && Within(b.ToMetres)));
    }

    private static bool Allows(ConnectionPoint point, HookupMethod method) => method == HookupMethod.Direct
        ? point.Ways.Contains(Connection.Direct) || point.Ways.Contains(Connection.TracerWire)
        : point.Ways.Contains(Connection.Clamp);

    private const double LeastClampHertz = 4000;
    private const double LeastInductionHertz = 8000;
}
