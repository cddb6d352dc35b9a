using GentleMole.Core.Exposures;
using GentleMole.Core.Trace;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Sheet;

/// <summary>What was dug up comes in, by form or from a device: each once, and with what its mark said at that moment.</summary>
internal sealed class ExposureIntake(MoleDb db)
{
    /// <summary>So many of one job; a street that is dug up from end to end has fewer.</summary>
    public const int MostOfJob = 2000;

    /// <param name="Elsewhere">One that another job has already: then nothing was taken.</param>
    /// <param name="IsFull">The job would have more than it may.</param>
    public sealed record Taken(int Accepted, int Duplicates, Guid? Elsewhere = null, bool IsFull = false);

    /// <summary>Keeps them.</summary>
    /// <param name="sheet">Of the job, as it is now.</param>
    public async Task<Taken> TakeAsync(JobSheet sheet, IReadOnlyList<UncoveredLine> sent, CancellationToken cancellation)
    {
        for (var turn = 0; ; turn++)
        {
            var ids = sent.Select(u => u.Id).ToList();
            var known = await db.Uncovered.AsNoTracking().Where(u => ids.Contains(u.Id)).ToDictionaryAsync(u => u.Id, u => u.JobId, cancellation);
            if (known.FirstOrDefault(k => k.Value != sheet.Job.Id) is { Value: not 0 } foreign)
            {
                return new Taken(0, 0, foreign.Key);
            }

            var fresh = sent.Where(u => !known.ContainsKey(u.Id)).DistinctBy(u => u.Id).ToList();
            if (fresh.Count > 0 && await db.Uncovered.CountAsync(u => u.JobId == sheet.Job.Id, cancellation) + fresh.Count > MostOfJob)
            {
                return new Taken(0, 0, IsFull: true);
            }

            foreach (var hole in fresh)
            {
                Hold(sheet, hole);
            }

            db.Uncovered.AddRange(fresh);
            try
            {
                await db.SaveChangesAsync(cancellation);
                return new Taken(fresh.Count, sent.Count - fresh.Count);
            }
            catch (DbUpdateException) when (turn == 0)
            {
                // The same came in twice at once; what the other has kept is a duplicate here.
                db.ChangeTracker.Clear();
            }
        }
    }

    /// <summary>Holds what was dug up against its mark as it stands, and keeps that: what is marked later does not change it.</summary>
    private static void Hold(JobSheet sheet, UncoveredLine hole)
    {
        hole.SoilOhmMetres = sheet.Job.SoilOhmMetres;
        if (sheet.LineById(hole.LineId) is not { } line || MarkError.Of(line.Unopened, hole.Measured) is not { } error)
        {
            return;
        }

        var (from, to) = (error.Stretch.From, error.Stretch.To);
        var near = from.Place.DistanceTo(hole.Place) <= to.Place.DistanceTo(hole.Place) ? from : to;
        var dot = near.By is MarkedBy.Receiver or MarkedBy.Together or MarkedBy.Settled ? line.Dots.LastOrDefault(d => d.Reading.Number == near.Number && d.Reading.State == DotState.Accepted)?.Reading : null;
        var hookup = sheet.Job.Hookups.Find(h => h.Id == dot?.HookupId);
        (hole.AcrossMetres, hole.AcrossHalfMetres) = (error.Across.Value, error.Across.HalfWidth);
        (hole.DeeperMetres, hole.DeeperHalfMetres) = (error.Depth?.Value, error.Depth?.HalfWidth);
        if (dot is not null && MarkTimes.Of(sheet.Firm) is var times)
        {
            (hole.AcrossTimes, hole.DepthTimes) = (times.Across(dot.TakenAt), times.Depth(dot.TakenAt));
        }

        (hole.MarkedBy, hole.DotNumber, hole.Verdict) = (near.By, dot?.Number, error.Stretch.Confidence);
        (hole.Method, hole.FrequencyHertz, hole.ReceiverId) = (hookup?.Method, dot?.FrequencyHertz ?? hookup?.FrequencyHertz, hookup?.ReceiverId);
    }
}
