using System.Text.Json;
using GentleMole.Core;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>
/// Takes batches of samples: each sample once however often it is sent, a batch whole or not at all. Samples become blocks
/// of evidence; of those that name a line of the notice dots are made, to be decided; one log entry a batch holds the
/// hashes. Runs on the writer's thread.
/// </summary>
internal sealed class EvidenceIntake(TimeProvider clock)
{
    /// <summary>After a longer pause another walk begins.</summary>
    private static readonly Duration LongestPause = Duration.FromMinutes(10);

    private readonly Dictionary<(int Job, string Who, int? Hookup), (int Walk, Instant Last)> _walks = [];
    private int _undoneBefore;

    /// <exception cref="BatchRefusedException">A sample is kept in another job; whatever was written before it was met must be undone.</exception>
    public TakenBatch Take(WriteSession session, int jobId, (string Name, string Id) who, IReadOnlyList<Sample> samples)
    {
        if (session.Undone != _undoneBefore)
        {
            _walks.Clear();
            _undoneBefore = session.Undone;
        }

        if (session.Prepare("SELECT 1 FROM Jobs WHERE Id = ?1").Number(jobId) is null)
        {
            return new TakenBatch(0, 0, NoSuchJob: true);
        }

        var batch = new Batch(session, jobId);
        foreach (var sample in samples)
        {
            batch.Add(sample);
        }

        if (batch.Count > 0)
        {
            Keep(session, batch, who);
        }

        return new TakenBatch(batch.Count, samples.Count - batch.Count);
    }

    private void Keep(WriteSession session, Batch batch, (string Name, string Id) who)
    {
        var now = clock.Now();
        var blocks = new List<object>();
        var block = session.Prepare("SELECT max(Id) FROM Blocks").Number() ?? 0;
        var first = block + 1;
        foreach (var (hookup, part) in batch.Parts)
        {
            var walk = WalkOf(session, batch.JobId, who.Name, hookup, now);
            var content = SampleCodec.Encode(part.Samples);
            session.Prepare("INSERT INTO Blocks (Id, JobId, WalkId, StoredAt, Count, Content) VALUES (?1, ?2, ?3, ?4, ?5, ?6)")
                .Run(++block, batch.JobId, walk, now, part.Samples.Count, content);
            blocks.Add(new { Id = block, Walk = walk, Samples = part.Samples.Count, Sha256 = SampleCodec.HashOf(batch.JobId, walk, content) });
            foreach (var ordinal in part.Loose)
            {
                var sample = part.Samples[ordinal];
                session.Prepare("INSERT INTO Loose (Id, JobId, BlockId, Ordinal, Utility) VALUES (?1, ?2, ?3, ?4, ?5)")
                    .Run(StoredId.Bytes(sample.Id), batch.JobId, block, ordinal, sample.Utility);
            }
        }

        LogRows.Append(session, new LogEntry
        {
            JobId = batch.JobId,
            At = now,
            Who = who.Name,
            WhoId = who.Id,
            What = "added",
            Subject = $"{nameof(SampleBlock)}:{first}",
            After = JsonSerializer.Serialize(new { Samples = batch.Count, Blocks = blocks, Dots = batch.EndDots() }, StoredJson.Options),
        });
    }

    /// <summary>The walk that goes on, or a new one.</summary>
    private int WalkOf(WriteSession session, int jobId, string who, NamedHookup? hookup, Instant now)
    {
        var key = (jobId, who, hookup?.Id);
        if (!_walks.TryGetValue(key, out var walk))
        {
            var stored = session.Prepare(
                "SELECT w.Id, (SELECT max(b.StoredAt) FROM Blocks b WHERE b.WalkId = w.Id) FROM Walks w WHERE w.JobId = ?1 AND w.Who = ?2 AND w.HookupId IS ?3 ORDER BY w.Id DESC LIMIT 1")
                .Rows(r => (r.Int(0), r.IsNull(1) ? default : r.Moment(1)), jobId, who, hookup?.Id);
            walk = stored.Count > 0 ? stored[0] : default;
        }

        if (walk.Walk == 0 || now - walk.Last > LongestPause)
        {
            var id = session.Prepare(
                "INSERT INTO Walks (JobId, Who, HookupId, InstrumentId, Listening, BeganAt) VALUES (?1, ?2, ?3, ?4, ?5, ?6) RETURNING Id")
                .Number(jobId, who, hookup?.Id, hookup?.ReceiverId, (int)(hookup is null ? Listening.Unsaid : Listening.Active), now)!.Value;
            walk = ((int)id, now);
        }

        _walks[key] = (walk.Walk, now);
        return walk.Walk;
    }
}
