using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>
/// Lists every connection that the rules allow, with stake places and frequencies, solves them all on the supposed ground
/// and puts them in order.
/// </summary>
public static class HookupPlanner
{
    private const int StakesPerPoint = 4;
    private const int MostTries = 240;

    /// <summary>A connection within this of the target is on it.</summary>
    public const double OnLineMetres = 3;

    /// <summary>Least setting worth walking with, and what a display follows beyond the bare need.</summary>
    private const double Reserve = 1.5;

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
        var network = task.Ground.Network();
        var sources = tries.Select(t => t.Source(task.Ground, task.Transmitter)).ToList();
        if (tries.Count == 0 || NetworkRules.Check(network, sources[0], tries[0].Hertz).Count > 0)
        {
            return new HookupPlan([], refused, 0);
        }

        var meshes = tries.Select(t => Cutting.LongestAt(t.Hertz)).Distinct().ToDictionary(
            longest => longest, longest => new NetworkMesh(network, Cutting.For(tries.First(t => Cutting.LongestAt(t.Hertz) == longest).Hertz, sources)));
        var ranked = new List<RankedHookup>();
        var done = 0;
        Parallel.ForEach(
            tries.Select((t, i) => (Try: t, Source: sources[i])).GroupBy(t => t.Try.Hertz),
            new ParallelOptions { CancellationToken = cancellation },
            group =>
            {
                var solver = NetworkSolver.Of(meshes[Cutting.LongestAt(group.Key)], group.Key);
                foreach (var (hookup, source) in group)
                {
                    if (solver.IsGood)
                    {
                        var solved = JustEnough(hookup, source, solver.Value, task);
                        lock (ranked)
                        {
                            ranked.Add(new RankedHookup(solved, Score(solved, task)));
                        }
                    }

                    progress?.Report((Interlocked.Increment(ref done), tries.Count));
                }
            });
        return new HookupPlan(
            [
                .. ranked.OrderByDescending(r => r.Score)
                    .ThenBy(r => r.Prediction.Try.Hertz).ThenBy(r => r.Prediction.Try.At.East).ThenBy(r => r.Prediction.Try.Stake?.East ?? 0),
            ],
            refused, tries.Count);
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

    /// <summary>The lowest setting that follows the whole work with something in reserve; the highest when none does.</summary>
    private static HookupPrediction JustEnough(HookupTry hookup, SignalSource source, NetworkSolver solver, PlannerTask task)
    {
        HookupPrediction At(HookupTry h, SignalSource s) => HookupPrediction.Of(h, solver.Solve(s), task.Ground, task.Work, task.Transmitter, task.Receiver, task.Limits);
        var full = At(hookup, source);
        if (source is not DirectSource direct || full.Margin < Reserve)
        {
            return full;
        }

        // Everything is proportional to the current sent, so the setting that is needed follows from one solution.
        var sent = full.Shown.Amperes!.Value * 1000;
        var needed = sent * Reserve / full.Margin;
        var step = task.Transmitter.StepsMilliamps.Where(s => s >= needed).DefaultIfEmpty(hookup.SetMilliamps).Min();
        return At(hookup with { SetMilliamps = step }, direct with { Drive = direct.Drive with { SetAmperes = step / 1000 } });
    }

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

    /// <summary>
    /// Share of the current, taken down where the work cannot be followed to its end, where a neighbour reads stronger, where
    /// the circuit is poor, and for methods that light more than what they are put on.
    /// </summary>
    private static double Score(HookupPrediction p, PlannerTask task)
    {
        var method = p.Try.Method switch { HookupMethod.Direct => 1.0, HookupMethod.Clamp => 0.93, HookupMethod.Passive => 0.6, HookupMethod.Induction => 0.55 };
        var limits = task.Limits;
        var circuit = p.Try.Method != HookupMethod.Direct ? 1
            : p.Shown.LoopOhms is not { } ohms ? 0.3
            : ohms <= limits.GoodOhms ? 1 : ohms <= limits.WeakOhms ? 0.85 : ohms <= limits.StopOhms ? 0.5 : 0.1;
        var neighbour = p.Worst is { } worst ? 1 / (1 + Math.Max(0, worst.Part - 0.2)) : 1;
        var habit = task.Habit == FirstFrequency.Medium && p.Try.Hertz is >= 4000 and <= 40_000 ? 1.03 : 1;
        return p.Share * Math.Min(1, p.Margin) * neighbour * method * circuit * habit / (1 + (1e-4 * Math.Log10(p.Try.Hertz)));
    }

    private const double LeastClampHertz = 4000;
    private const double LeastInductionHertz = 8000;
}
