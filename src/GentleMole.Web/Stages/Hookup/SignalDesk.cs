using System.Collections.Concurrent;
using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Site;

namespace GentleMole.Web.Stages;

/// <summary>
/// Keeps plans and solved hookups while the ground stays the same: the same question is solved once. A few of each, since a
/// solved network is large.
/// </summary>
internal sealed class SignalDesk
{
    private const int MostPlans = 12;
    private const int MostSolved = 16;
    private readonly ConcurrentDictionary<string, PlanRun> _plans = new();
    private readonly ConcurrentDictionary<string, Lazy<Result<PredictedHookup>>> _solved = new();
    private readonly ConcurrentDictionary<string, Lazy<Result<JudgedHookup>>> _judged = new();
    private readonly ConcurrentDictionary<string, Lazy<CircuitModel?>> _circuits = new();
    private readonly ConcurrentDictionary<string, Lazy<IReadOnlyList<WhyCard>>> _cards = new();

    /// <summary>The plan for a task; begun now when it is not there yet.</summary>
    public PlanRun Plan(PlannerTask task)
    {
        Trim(_plans, MostPlans);
        return _plans.GetOrAdd(Key(task), _ =>
        {
            var run = new PlanRun(Task.FromResult<HookupPlan?>(null));
            run.Work = Task.Run(() => HookupPlanner.Plan(task, new Teller(run)));
            return run;
        });
    }

    /// <summary>One hookup solved, or the reason why it cannot be.</summary>
    public Result<PredictedHookup> Predict(PlannerTask task, HookupTry hookup)
    {
        Trim(_solved, MostSolved);
        return _solved.GetOrAdd(Key(task) + hookup, _ => new(() => HookupPlanner.Predict(task, hookup))).Value;
    }

    /// <summary>Everything that a direct connection may be, whatever is sent and read; null when it cannot be solved.</summary>
    public CircuitModel? Circuit(PlannerTask task, HookupTry hookup, IReadOnlyList<double> hertz)
    {
        Trim(_circuits, MostSolved);
        var any = hookup with { SetMilliamps = task.Transmitter.StepsMilliamps.DefaultIfEmpty(10).Min() };
        return _circuits.GetOrAdd(Key(task) + any + string.Join(' ', hertz), _ => new(() => CircuitModel.Of(task, any, hertz))).Value;
    }

    /// <summary>One hookup judged in every plausible ground, or the reason why it cannot be.</summary>
    public Result<JudgedHookup> Judge(PlannerTask task, HookupTry hookup)
    {
        Trim(_judged, MostSolved);
        return _judged.GetOrAdd(Key(task) + hookup, _ => new(() => HookupPlanner.Judge(task, hookup))).Value;
    }

    public IReadOnlyList<WhyCard> Cards(PlannerTask task, HookupTry hookup)
    {
        Trim(_cards, MostSolved);
        return _cards.GetOrAdd(Key(task) + hookup, _ => new(() => WhyCards.For(task, hookup))).Value;
    }

    private static void Trim<T>(ConcurrentDictionary<string, T> kept, int most)
    {
        if (kept.Count >= most)
        {
            kept.Clear();
        }
    }

    /// <summary>Everything that a solution depends on, in one text.</summary>
    private static string Key(PlannerTask task)
    {
        var lines = task.Ground.Lines.Select(l => $"{l.Id} {l.Kind} {Points(l.Points)} {l.Depth.Metres} {l.Conductor} {l.Start} {l.End} {l.NetMilliamps}");
        var points = task.Points.Select(p => $"{p.Name} {p.Place} {string.Join(' ', p.Ways)}");
        var stakes = task.StakeGround.Areas.Select(a => $"{a.Surface} {Points(a.Corners)}").Concat(task.StakeGround.PowerEarths.Select(p => p.ToString()));
        var (sender, hearer) = (task.Transmitter, task.Receiver);
        return string.Create(CultureInfo.InvariantCulture, $"""
            {task.Target} {task.Work} {task.Habit} {task.Limits} {task.Ground.Soil} {task.StakeGround.AllPaved}
            {string.Join('\n', lines)}
            {string.Join('\n', task.Ground.Bonds)} {string.Join('\n', task.Ground.Joints)} {string.Join('\n', points)} {string.Join('\n', stakes)}
            {sender.Name} {string.Join(' ', sender.FrequenciesHertz)} {string.Join(' ', sender.StepsMilliamps)} {sender.MaxVolts} {sender.MaxWatts} {sender.LeadMetres} {sender.ClampVolts} {sender.MomentAmpereSquareMetres} {sender.BatteryWattHours}
            {string.Join(' ', hearer.FrequenciesHertz)} {hearer.FloorNanotesla} {hearer.SeparationMetres}
            """);
    }

    private static string Points(IEnumerable<Core.Site.SitePoint> points) => string.Join(';', points);

    /// <summary>Told from the threads that solve, without the detour of a synchronisation context.</summary>
    private sealed class Teller(PlanRun run) : IProgress<(int Done, int All)>
    {
        public void Report((int Done, int All) value) => run.Told(value);
    }
}
