using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.StandIns;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>What a receiver sent over a sonde, made stops of.</summary>
internal sealed partial class SondePage
{
    /// <summary>Stops of a simulated push lie so far apart, cable.</summary>
    private const double SimulatedStepMetres = 4;
    private const double FirstMetres = 3;
    private const int MostSimulated = 14;
    private const double SameCableMetres = 0.05;

    /// <summary>Rows that a receiver sent become stops.</summary>
    public async Task<IActionResult> OnPostSentAsync()
    {
        if (Told is not { } told)
        {
            return NotFound();
        }

        var reader = Reader();
        if (!told.Push.IsChecked)
        {
            reader.Refuse("sent", "The check on the ground comes first.");
        }

        var rows = await RowsAsync();
        foreach (var (paid, row) in rows)
        {
            if (row is null)
            {
                reader.Refuse("sent", $"What was sent for {Person.Run(paid)} of cable lies in no row along the pipe.");
                continue;
            }

            if (told.Stops.Count + Db.ChangeTracker.Entries<PushedFix>().Count() < SondeRules.MostFixes)
            {
                Db.Fixes.Add(new PushedFix
                {
                    JobId = Id, PushId = told.Push.Id, PaidOutMetres = paid, EastMetres = Math.Round(row.Zero.East, 3), NorthMetres = Math.Round(row.Zero.North, 3), AheadDegrees = Math.Round(row.Ahead.Degrees, 2),
                    Row = [.. row.Readings], By = Visitor.Name, At = clock.Moment,
                });
            }
        }

        if (rows.Count == 0)
        {
            reader.Refuse("sent", "No receiver has sent anything for this push that is no stop yet.");
        }

        if (!reader.IsGood)
        {
            await LookAsync();
            return Refused(reader);
        }

        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, push = told.Push.Id });
    }

    /// <summary>In the demo: a simulated sonde in a hidden drain near the planned one.</summary>
    public IActionResult OnPostSimulate()
    {
        if (!MayBePushed || LineAtHand?.BestRun is not { } run)
        {
            return NotFound();
        }

        var random = new Random((Id * 1000) + LineAtHand.Line.Id);
        var aside = 0.3 + (0.4 * random.NextDouble());
        var hidden = new Run(run.Points.Select((p, i) => run.At(run.ChainageOf(i), aside)));
        var drain = new HiddenDrain(hidden, 1.1 + (0.3 * random.NextDouble()), 0.018, hidden.Length > 20 ? (0.45 * hidden.Length, 0.65 * hidden.Length, 0.12) : null);
        List<double> cables = [];
        for (var cable = FirstMetres; cable < hidden.Length && cables.Count < MostSimulated; cable += SimulatedStepMetres)
        {
            cables.Add(cable);
        }

        walks.Start(new PushOrder(Id, drain, cables, clock.Moment, random.Next()));
        return Done(new { line = LineAtHand.Line.Id, push = Told!.Push.Id });
    }

    private async Task LookAsync() => Sent = Told is null ? [] : [.. (await RowsAsync()).Select(r => (r.Cable, r.Row?.Readings.Count ?? 0))];

    /// <summary>Rows by the cable that was out, of what came since the push was begun and is no stop yet.</summary>
    private async Task<List<(double Cable, SondeTrack? Row)>> RowsAsync()
    {
        if (Told is not { } told)
        {
            return [];
        }

        var sent = new SortedDictionary<double, List<(SitePoint Place, double Along, double? Up)>>();
        await foreach (var (_, sample) in EvidenceStore.StreamedAsync(Db, Id, told.Push.At, HttpContext.RequestAborted))
        {
            if (SondeTrack.CableOf(sample.Utility) is { } cable && sample.Peak is { } peak && SiteRules.IsPlace(new SitePoint(sample.EastMetres, sample.NorthMetres))
                && !told.Stops.Any(s => Math.Abs(s.Fix.PaidOutMetres - cable) < SameCableMetres))
            {
                (sent.TryGetValue(cable, out var row) ? row : sent[cable] = []).Add((new SitePoint(sample.EastMetres, sample.NorthMetres), peak, sample.Null));
            }
        }

        List<(double Cable, SondeTrack? Row)> rows = [];
        SitePoint? before = null;
        foreach (var (cable, row) in sent)
        {
            var loudest = row.MaxBy(r => r.Along).Place;
            var last = told.Stops.Select(s => s.Fix).Where(f => f.PaidOutMetres < cable).MaxBy(f => f.PaidOutMetres)?.Place ?? before;
            rows.Add((cable, SondeTrack.Of([.. row.Take(SondeRules.MostReadings)], SondeRun.AheadFrom(loudest, last, LineAtHand?.Expected), HiddenDrain.Coil)));
            before = loudest;
        }

        return rows;
    }
}
