using System.Text.Json;
using GentleMole.Core.Lines;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;

namespace GentleMole.Store.Evidence;

/// <summary>
/// Takes batches of samples: each sample once however often it is sent, a batch whole or not at all. Samples become blocks
/// of evidence; of those that name a line of the notice dots are made, to be decided; one log entry a batch holds the
/// hashes. Runs on the writer's thread.
/// </summary>
internal sealed class EvidenceIntake(TimeProvider clock)
{
    /// <summary>After a longer pause another walk begins.</summary>
    private static readonly TimeSpan LongestPause = TimeSpan.FromMinutes(10);

    private readonly Dictionary<(int Job, string Who, int? Hookup), (int Walk, DateTime Last)> _walks = [];
    private int _undoneBefore;

    private sealed record NamedHookup(int Id, int LineId, int? ReceiverId, DateTime MadeAt);

    private sealed record Placed(Sample Sample, NamedLine? Line, NamedHookup? Hookup);

    public TakenBatch Take(WriteSession session, int jobId, string who, IReadOnlyList<Sample> samples)
    {
        if (session.Undone != _undoneBefore)
        {
            _walks.Clear();
            _undoneBefore = session.Undone;
        }

        if (session.Prepare("SELECT 1 FROM Jobs WHERE Id = ?1").Scalar(jobId) is null)
        {
            return new TakenBatch(0, 0, NoSuchJob: true);
        }

        var seen = new HashSet<Guid>(samples.Count);
        var fresh = new List<Sample>(samples.Count);
        foreach (var sample in samples)
        {
            if (!seen.Add(sample.Id))
            {
                continue;
            }

            if (JobOf(session, sample.Id) is not { } owner)
            {
                fresh.Add(sample);
            }
            else if (owner != jobId)
            {
                return new TakenBatch(0, 0, sample.Id);
            }
        }

        if (fresh.Count > 0)
        {
            Keep(session, jobId, who, fresh);
        }

        return new TakenBatch(fresh.Count, samples.Count - fresh.Count);
    }

    private static int? JobOf(WriteSession session, Guid id) => (int?)(long?)session
        .Prepare("SELECT JobId FROM Readings WHERE Id = ?1 UNION ALL SELECT JobId FROM Loose WHERE Id = ?1")
        .Scalar(StoredId.Bytes(id));

    private void Keep(WriteSession session, int jobId, string who, List<Sample> samples)
    {
        var now = clock.GetUtcNow().UtcDateTime;
        var lines = session.Prepare("SELECT Id, Kind, Owner FROM Lines WHERE JobId = ?1")
            .Rows(r => new NamedLine(r.GetInt32(0), (UtilityKind)r.GetInt32(1), r.GetString(2)), jobId);
        var hookups = session.Prepare("SELECT Id, LineId, ReceiverId, MadeAt FROM Hookups WHERE JobId = ?1")
            .Rows(r => new NamedHookup(r.GetInt32(0), r.GetInt32(1), r.IsDBNull(2) ? null : r.GetInt32(2), r.GetDateTime(3)), jobId);
        var named = samples.Select(s => s.Utility).Distinct().ToDictionary(u => u, u => LineNames.Find(u, lines));
        var placed = samples.Select(s => new Placed(s, named[s.Utility], HookupAt(s, named[s.Utility], hookups)));
        var blocks = new List<object>();
        var dots = new List<object>();
        long first = 0;
        foreach (var part in placed.GroupBy(p => p.Hookup))
        {
            var own = part.ToList();
            var walk = WalkOf(session, jobId, who, part.Key, now);
            var content = SampleCodec.Encode([.. own.Select(p => p.Sample)]);
            var block = (long)session.Prepare("INSERT INTO Blocks (JobId, WalkId, StoredAt, Count, Content) VALUES (?1, ?2, ?3, ?4, ?5) RETURNING Id")
                .Scalar(jobId, walk, now, own.Count, content)!;
            first = first == 0 ? block : first;
            blocks.Add(new { Id = block, Walk = walk, Samples = own.Count, Sha256 = SampleCodec.HashOf(jobId, walk, content) });
            for (var i = 0; i < own.Count; i++)
            {
                if (own[i].Line is null)
                {
                    session.Prepare("INSERT INTO Loose (Id, JobId, BlockId, Ordinal, Utility) VALUES (?1, ?2, ?3, ?4, ?5)")
                        .Run(StoredId.Bytes(own[i].Sample.Id), jobId, block, i, own[i].Sample.Utility);
                }
            }

            foreach (var ofLine in own.Where(p => p.Line is not null).GroupBy(p => p.Line!.Id))
            {
                var number = DotRows.LastNumber(session, ofLine.Key);
                var from = number + 1;
                foreach (var (sample, _, hookup) in ofLine)
                {
                    DotRows.Insert(session, jobId, ofLine.Key, hookup?.Id, ++number, sample);
                }

                dots.Add(new { Line = ofLine.Key, From = from, To = number });
            }
        }

        LogRows.Append(session, new LogEntry
        {
            JobId = jobId,
            At = now,
            Who = who,
            What = "added",
            Subject = $"{nameof(SampleBlock)}:{first}",
            After = JsonSerializer.Serialize(new { Samples = samples.Count, Blocks = blocks, Dots = dots }, StoredJson.Options),
        });
    }

    private static NamedHookup? HookupAt(Sample sample, NamedLine? line, List<NamedHookup> hookups) =>
        line is null ? null : hookups.Where(h => h.LineId == line.Id && h.MadeAt <= sample.TakenAt).MaxBy(h => h.MadeAt);

    /// <summary>The walk that goes on, or a new one.</summary>
    private int WalkOf(WriteSession session, int jobId, string who, NamedHookup? hookup, DateTime now)
    {
        var key = (jobId, who, hookup?.Id);
        if (!_walks.TryGetValue(key, out var walk))
        {
            var stored = session.Prepare(
                "SELECT w.Id, (SELECT max(b.StoredAt) FROM Blocks b WHERE b.WalkId = w.Id) FROM Walks w WHERE w.JobId = ?1 AND w.Who = ?2 AND w.HookupId IS ?3 ORDER BY w.Id DESC LIMIT 1")
                .Rows(r => (r.GetInt32(0), r.IsDBNull(1) ? default : r.GetDateTime(1)), jobId, who, hookup?.Id);
            walk = stored.Count > 0 ? stored[0] : default;
        }

        if (walk.Walk == 0 || now - walk.Last > LongestPause)
        {
            var id = (long)session.Prepare(
                "INSERT INTO Walks (JobId, Who, HookupId, InstrumentId, Listening, BeganAt) VALUES (?1, ?2, ?3, ?4, ?5, ?6) RETURNING Id")
                .Scalar(jobId, who, hookup?.Id, hookup?.ReceiverId, (int)(hookup is null ? Listening.Unsaid : Listening.Active), now)!;
            walk = ((int)id, now);
        }

        _walks[key] = (walk.Walk, now);
        return walk.Walk;
    }
}
