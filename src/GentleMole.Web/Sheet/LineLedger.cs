using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>The currents that were read along a traced line with one hookup, for its ledger.</summary>
internal static class LineLedger
{
    /// <summary>What a ledger of the line can be made of; null where too few currents were read along it.</summary>
    public static LedgerTask? TaskOf(SheetLine line, Hookup? hookup)
    {
        if (line.Traced.Run is not { } run || hookup is null)
        {
            return null;
        }

        var stations = line.Dots
            .Where(d => d.Reading is { State: DotState.Accepted, CurrentMilliamps: { } } && d.Reading.HookupId == hookup.Id)
            .Select(d => (d.Reading, run.Project(d.Reading.Place).ChainageMetres))
            .Where(d => LedgerRules.Milliamps.Hold(d.Reading.CurrentMilliamps!.Value) && LedgerRules.Depth.HoldIfGiven(d.Reading.DepthMetres))
            .OrderBy(d => d.ChainageMetres)
            .ToList();
        if (stations.Count > LedgerRules.MostStations)
        {
            // Evenly thinned: a ledger of more says no more.
            stations = [.. Enumerable.Range(0, LedgerRules.MostStations).Select(i => stations[(int)((long)i * stations.Count / LedgerRules.MostStations)])];
        }

        // Away from the hookup, as the current goes.
        var isBack = stations.Count > 1 && stations[0].Reading.Place.DistanceTo(hookup.Connection) > stations[^1].Reading.Place.DistanceTo(hookup.Connection);
        double Ahead(double chainage) => isBack ? run.Length - chainage : chainage;
        var tees = line.Dots.Where(d => d.Reading is { State: DotState.Accepted, Feature: LineFeature.Tee, BranchMilliamps.Count: > 0 } && d.Reading.HookupId == hookup.Id)
            .Select(d => new LedgerTee(Ahead(run.Project(d.Reading.Place).ChainageMetres), d.Reading.BranchMilliamps)).OrderBy(t => t.ChainageMetres);
        List<LedgerStation> read = [.. stations.Select(s => new LedgerStation(Ahead(s.ChainageMetres), s.Reading.CurrentMilliamps!.Value, Depth.OfMetres(s.Reading.DepthMetres))).OrderBy(s => s.ChainageMetres)];
        var task = new LedgerTask(
            read, [.. tees.Where(t => read.Count > 0 && t.ChainageMetres >= read[0].ChainageMetres && t.ChainageMetres <= read[^1].ChainageMetres)], hookup.SentMilliamps is { } sent && LedgerRules.Milliamps.Hold(sent) ? sent : null);
        return LedgerRules.Check(task).Count == 0 ? task : null;
    }

    /// <summary>What the engine expects along the line, on the way of its ledger; none where the ground is not drawn.</summary>
    public static IReadOnlyList<(double ChainageMetres, double Milliamps)> EngineOf(SheetLine line, Hookup hookup, LedgerTask task)
    {
        if (line.Traced.Run is not { } run || line.Own is not { } own || task.Stations.Count < 2)
        {
            return [];
        }

        var isBack = run.At(0).DistanceTo(hookup.Connection) > run.At(run.Length).DistanceTo(hookup.Connection);
        var (from, to) = (task.Stations[0].ChainageMetres, task.Stations[^1].ChainageMetres);
        double[] along = [.. Enumerable.Range(0, EnginePlaces).Select(i => from + ((to - from) * i / (EnginePlaces - 1)))];
        return own.Ground.Known.MilliampsAt(line, hookup.Id, along.Select(s => run.At(isBack ? run.Length - s : s))) is { } expected ? [.. along.Zip(expected)] : [];
    }

    private const int EnginePlaces = 40;
}
