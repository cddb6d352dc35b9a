using GentleMole.Core;
using GentleMole.Core.Candidates;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Live;

/// <summary>Ticks off passes that a device has walked, with what its levels show on them.</summary>
internal static class PassTicker
{
    private const double ShownWithinMetres = 0.3;

    /// <summary>What a look at the tracks gave.</summary>
    /// <param name="Samples">Samples that belong to passes.</param>
    /// <param name="Walked">Passes that were ticked off.</param>
    public sealed record Outcome(int Samples, int Walked);

    /// <summary>
    /// Ticks off what is walked of the sweeps of a job, or of one. What a device ticked off itself a while ago is looked at again: samples
    /// come late, and the end of a pass after the most of it. What a person has had a hand in stays.
    /// </summary>
    public static async Task<Outcome> TickAsync(MoleDb db, int jobId, int? sweepId, Instant now, CancellationToken cancellation)
    {
        var lately = now - Again;
        var sweeps = await db.Sweeps.AsNoTracking().Include(s => s.Passes).ThenInclude(p => p.Responses)
            .Where(s => s.JobId == jobId && (sweepId == null || s.Id == sweepId) && s.Passes.Any(p => p.WalkedAt == null || p.WalkedAt > lately)).ToListAsync(cancellation);
        if (sweeps.Count == 0)
        {
            return new Outcome(0, 0);
        }

        var tracks = await TracksAsync(db, jobId, sweeps.Min(s => s.LaidAt), cancellation);
        var walked = new Dictionary<int, (string By, List<SweepResponse> Heard)>();
        var samples = 0;
        foreach (var sweep in sweeps)
        {
            foreach (var track in tracks.Where(t => (t.Mode ?? sweep.Mode) == sweep.Mode))
            {
                var since = track.Samples.FindAll(s => s.TakenAt >= sweep.LaidAt);
                samples += since.Count;
                List<(SitePoint, double)> levels = [.. since.Select(s => (new SitePoint(s.EastMetres, s.NorthMetres), s.Peak!.Value))];
                foreach (var pass in sweep.Passes.Where(p => !walked.ContainsKey(p.Id) && (p.WalkedAt is null || (p.WalkedAt > lately && IsBy(p, track.Who)))))
                {
                    if (PassTrack.Of(pass.Pass, levels, sweep.ThresholdNanotesla) is { IsWalked: true } of
                        && of.Peaks.Select(p => Shown(pass.Pass, p, since)).ToList() is var heard && (pass.WalkedAt is null || !IsSame(pass.Responses, heard)))
                    {
                        walked[pass.Id] = (track.Who, heard);
                    }
                }
            }
        }

        return new Outcome(samples, walked.Count == 0 ? 0 : await KeepAsync(db, jobId, walked, now, cancellation));
    }

    /// <summary>How long after it was ticked off by a device a pass is looked at again.</summary>
    private static readonly Duration Again = Duration.FromMinutes(20);

    private static bool IsBy(SweptPass pass, string device) => pass.WalkedBy == device && pass.Responses.TrueForAll(r => r.By == device);

    private static bool IsSame(List<SweptResponse> stored, List<SweepResponse> heard) =>
        stored.Count == heard.Count && stored.OrderBy(r => r.AlongMetres).Zip(heard.OrderBy(h => h.AlongMetres)).All(p => Math.Abs(p.First.AlongMetres - p.Second.AlongMetres) < 0.002);

    /// <summary>What each device sent in each mode, in the order walked by its own clock; of one moment in the order in which it came.</summary>
    private static async Task<List<(string Who, SweepMode? Mode, List<Sample> Samples)>> TracksAsync(MoleDb db, int jobId, Instant since, CancellationToken cancellation)
    {
        var tracks = new Dictionary<(string Who, SweepMode? Mode), List<Sample>>();
        await foreach (var (who, sample) in EvidenceStore.StreamedAsync(db, jobId, since, cancellation))
        {
            if (!PassTrack.IsNamed(sample.Utility) || sample.Peak is null || !SiteRules.IsPlace(new SitePoint(sample.EastMetres, sample.NorthMetres)))
            {
                continue;
            }

            var key = (who, PassTrack.ModeOf(sample.Utility));
            if (!tracks.TryGetValue(key, out var track))
            {
                tracks[key] = track = [];
            }

            track.Add(sample);
        }

        return [.. tracks.Select(t => (t.Key.Who, t.Key.Mode, (List<Sample>)[.. t.Value.OrderBy(s => s.TakenAt)]))];
    }

    /// <summary>Keeps what was found, but for passes that somebody has ticked off or taken in hand meanwhile.</summary>
    private static async Task<int> KeepAsync(MoleDb db, int jobId, Dictionary<int, (string By, List<SweepResponse> Heard)> walked, Instant now, CancellationToken cancellation)
    {
        await using var turn = await db.BeginWriteAsync(cancellation);
        var heard = await db.Responses.CountAsync(r => r.JobId == jobId, cancellation);
        var ids = walked.Keys.ToList();
        var ticked = 0;
        foreach (var pass in await db.Passes.Include(p => p.Responses).Where(p => p.JobId == jobId && EF.Parameter(ids).Contains(p.Id)).ToListAsync(cancellation))
        {
            var (by, responses) = walked[pass.Id];
            var more = responses.Count - pass.Responses.Count;
            if ((pass.WalkedAt is not null && !IsBy(pass, by)) || heard + more > CandidateRules.MostResponses)
            {
                continue;
            }

            (pass.WalkedAt, pass.WalkedBy) = (pass.WalkedAt ?? now, by);
            db.Responses.RemoveRange(pass.Responses);
            db.Responses.AddRange(responses.Select(h => Row(pass, h, by, now)));
            (ticked, heard) = (ticked + 1, heard + more);
        }

        await db.SaveChangesAsync(cancellation);
        await turn.CommitAsync(cancellation);
        return ticked;
    }

    /// <summary>A response as it is stored.</summary>
    public static SweptResponse Row(SweptPass pass, SweepResponse heard, string by, Instant at) => new()
    {
        JobId = pass.JobId, SweptPassId = pass.Id, AlongMetres = heard.AlongMetres, DepthMetres = heard.Depth?.Metres, CurrentMilliamps = heard.Milliamps, DirectionDegrees = heard.Direction?.Degrees,
        By = by, At = at,
    };

    /// <summary>A response with the depth and the current that the device showed nearest to it.</summary>
    private static SweepResponse Shown(SweepPass pass, PassPeak peak, List<Sample> samples)
    {
        var place = pass.At(peak.AlongMetres);
        var near = samples.Where(s => (s.DepthMetres ?? s.CurrentMilliamps) is not null).MinBy(s => new SitePoint(s.EastMetres, s.NorthMetres).DistanceTo(place));
        var isHere = near is not null && new SitePoint(near.EastMetres, near.NorthMetres).DistanceTo(place) < ShownWithinMetres;
        return new SweepResponse(
            0, Math.Round(Math.Clamp(peak.AlongMetres, 0, pass.LengthMetres), 3), isHere && near!.DepthMetres is { } d && CandidateRules.Depth.Hold(d) ? new Depth(d) : null,
            isHere && near!.CurrentMilliamps is { } i && CandidateRules.Milliamps.Hold(i) ? i : null, isHere && near!.DirectionDegrees is { } way ? Azimuth.Of(way) : null);
    }
}
