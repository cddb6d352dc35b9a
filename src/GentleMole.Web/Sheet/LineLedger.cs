using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
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
        var task = new LedgerTask(
            [.. stations.Select(s => new LedgerStation(isBack ? run.Length - s.ChainageMetres : s.ChainageMetres, s.Reading.CurrentMilliamps!.Value, Depth.OfMetres(s.Reading.DepthMetres))).OrderBy(s => s.ChainageMetres)],
            [], hookup.SentMilliamps is { } sent && LedgerRules.Milliamps.Hold(sent) ? sent : null);
        return LedgerRules.Check(task).Count == 0 ? task : null;
    }
}
