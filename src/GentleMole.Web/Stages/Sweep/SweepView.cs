using GentleMole.Core.Candidates;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>A sweep as its page shows it: how far it is, what it covers, what it would have missed.</summary>
internal sealed class SweepView
{
    private SweepView(JobSheet sheet, Sweep sweep)
    {
        Sweep = sweep;
        Passes = [.. sweep.Passes.OrderBy(p => p.Number)];
        var sought = sweep.Sought;
        var obstacles = SheetSweeps.Obstacles(sheet);
        Walked = [.. sheet.Job.Sweeps.SelectMany(s => s.Passes).Where(p => p.WalkedAt is not null && p.Mode == sweep.Mode).Select(p => p.Pass)];
        IReadOnlyList<SweepPass> all = [.. Passes.Select(p => p.Pass)];
        if (!sweep.Order.IsRound && sweep.Area.Count >= 3 && SweepRules.Check(sweep.Order).Count == 0)
        {
            Coverage = SweepCoverage.Of(sweep.Area, obstacles, Walked, sought.CoveredMetres);
            Chance = SweepChance.Of(sweep.Area, Walked, sweep.SoughtLengthMetres, sought.ChanceMet);
            Whole = SweepChance.Of(sweep.Area, all, sweep.SoughtLengthMetres, sought.ChanceMet);
        }

        Open = [.. Passes.Where(p => p.WalkedAt is null)];
        IReadOnlyList<SweepPass> left = [.. Open.Select(p => p.Pass)];
        TimeLeft = SweepTime.Of(left, SweepTime.ResponsesExpected(left, (Whole?.Responses ?? 2) * left.Count / Math.Max(1, all.Count)));
    }

    public Sweep Sweep { get; }

    public IReadOnlyList<SweptPass> Passes { get; }

    /// <summary>Not walked yet.</summary>
    public IReadOnlyList<SweptPass> Open { get; }

    /// <summary>All passes of the job that were walked in its mode.</summary>
    public IReadOnlyList<SweepPass> Walked { get; }

    /// <summary>Of an area.</summary>
    public SweepCoverage? Coverage { get; }

    /// <summary>What was walked would have met such a line with this chance.</summary>
    public SweepChance? Chance { get; }

    /// <summary>What is laid will, once it is all walked.</summary>
    public SweepChance? Whole { get; }

    public Duration TimeLeft { get; }

    public double LengthMetres => Passes.Sum(p => p.Pass.LengthMetres);

    public static SweepView Of(JobSheet sheet, Sweep sweep) => sheet.Drawn.Get((nameof(SweepView), sweep.Id), () => new SweepView(sheet, sweep));

    /// <summary>One sentence: what would have been missed.</summary>
    public string Missed(Person person)
    {
        var sought = Sweep.Sought;
        var line = $"A straight line {person.Length(sought.LengthMetres)} long, {Depths(person)} deep, with {FigureWords.Milliamps(sought.Milliamps)} on it";
        if (sought.HeardOutMetres is null)
        {
            return $"{line} is too weak for this receiver at that depth: silence here says nothing of it.";
        }

        return Chance is null || Whole is null
            ? $"{line} is heard {person.Length(sought.CoveredMetres)} to both sides of a pass."
            : Open.Count == 0
                ? $"{line} would have been crossed and met with {FigureWords.Chance(Chance.Met)}, often enough to be told from chance with {FigureWords.Chance(Chance.Told)}."
                : $"{line} will have been met with {FigureWords.Chance(Whole.Met)}, often enough to be told from chance with {FigureWords.Chance(Whole.Told)}, once all is walked; so far with {FigureWords.Chance(Chance.Met)}.";
    }

    /// <summary>What is covered, in a sentence; nothing for a way round a place.</summary>
    public string Covered() => Coverage is null
        ? ""
        : $"{FigureWords.Chance(Coverage.Share)} of the area is covered in this mode{(Sweep.IsBothWays ? $", {FigureWords.Chance(Coverage.BothWaysShare)} from two directions" : "")}; what no pass covers is hatched.";

    private string Depths(Person person) => $"{person.Length(Sweep.ShallowestMetres)} to {person.Length(Sweep.DeepestMetres)}";
}
