using System.Runtime.CompilerServices;
using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>What instruments sent, whole and in order. Dots are made from it; it is never changed.</summary>
public sealed class EvidenceStore
{
    private readonly StoreWriter _writer;
    private readonly EvidenceIntake _intake;

    internal EvidenceStore(StoreWriter writer, TimeProvider clock) => (_writer, _intake) = (writer, new EvidenceIntake(clock));

    /// <summary>Keeps a batch; it is on the disk when the task ends.</summary>
    /// <param name="jobId">Job.</param>
    /// <param name="who">Name of the token that sent it.</param>
    /// <param name="samples">What was sent.</param>
    /// <param name="whoId">Number of the token.</param>
    /// <exception cref="ArgumentException">A sample shows what no reading can: <see cref="ReadingRules"/> are for everybody who hands one in.</exception>
    /// <exception cref="StoreBusyException">Too much waits already; nothing was kept.</exception>
    public async Task<TakenBatch> TakeAsync(int jobId, string who, IReadOnlyList<Sample> samples, string whoId = "")
    {
        if (samples.Count > ReadingRules.MostAtOnce || !samples.All(IsReading))
        {
            throw new ArgumentException("A reading that cannot be was handed in.", nameof(samples));
        }

        try
        {
            return await _writer.RunAsync(session => _intake.Take(session, jobId, (who, whoId), samples)).ConfigureAwait(false);
        }
        catch (BatchRefusedException refused)
        {
            return refused.Outcome;
        }
    }

    private static bool IsReading(Sample s) =>
        s.Utility.Length is > 0 and <= ReadingRules.MostUtility && s.TakenAt.IsOfTheseTimes()
        && ReadingRules.Hold(new SitePoint(s.EastMetres, s.NorthMetres), s.Peak, s.Null, s.DepthMetres, s.CurrentMilliamps, s.DirectionDegrees, s.FrequencyHertz);

    /// <summary>
    /// Loose samples that name a line which stands on the notice by now become its dots, in the order taken. Part of the
    /// caller's transaction; one log entry.
    /// </summary>
    /// <returns>How many dots were made.</returns>
    public static async Task<int> AdoptAsync(MoleDb db, int jobId, CancellationToken cancellation)
    {
        var lines = await db.Lines.AsNoTracking().Where(l => l.JobId == jobId).Select(l => new NamedLine(l.Id, l.Kind, l.Owner))
            .ToListAsync(cancellation).ConfigureAwait(false);
        var words = await db.Loose.Where(l => l.JobId == jobId).Select(l => l.Utility).Distinct().ToListAsync(cancellation).ConfigureAwait(false);
        var named = words.Select(w => (Word: w, Line: LineNames.Find(w, lines))).Where(n => n.Line is not null).ToDictionary(n => n.Word, n => n.Line!.Id);
        if (named.Count == 0)
        {
            return 0;
        }

        var adopted = new List<Sample>();
        await foreach (var sample in LooseAsync(db, jobId, cancellation).ConfigureAwait(false))
        {
            if (named.ContainsKey(sample.Utility))
            {
                adopted.Add(sample);
            }
        }

        using var session = new WriteSession((SqliteConnection)db.Database.GetDbConnection());
        var numbers = new List<object>();
        foreach (var ofLine in adopted.GroupBy(s => named[s.Utility]))
        {
            var last = DotRows.LastNumber(session, ofLine.Key);
            var from = last + 1;
            foreach (var sample in ofLine.OrderBy(s => s.TakenAt).ThenBy(s => s.Id))
            {
                last += DotRows.Insert(session, jobId, ofLine.Key, null, last + 1, sample) ? 1 : 0;
            }

            DotRows.SetLastNumber(session, ofLine.Key, last);
            numbers.Add(new { Line = ofLine.Key, From = from, To = last });
        }

        foreach (var word in named.Keys)
        {
            session.Prepare("DELETE FROM Loose WHERE JobId = ?1 AND Utility = ?2").Run(jobId, word);
        }

        LogRows.Append(session, new LogEntry
        {
            JobId = jobId,
            At = db.Change.Now,
            Who = db.Change.Who,
            WhoId = db.Change.WhoId,
            What = "added",
            Subject = $"{nameof(Model.Reading)}:×{adopted.Count}",
            After = JsonSerializer.Serialize(new { Samples = adopted.Count, Dots = numbers }, StoredJson.Options),
            Why = db.Change.Why,
        });
        return adopted.Count;
    }

    /// <summary>Samples of which no dot was made, in the order in which they came, read block by block.</summary>
    /// <param name="fromTheLatest">The latest blocks first.</param>
    /// <param name="words">Only samples under these words; all where none are said.</param>
    public static async IAsyncEnumerable<Sample> LooseAsync(
        MoleDb db, int jobId, [EnumeratorCancellation] CancellationToken cancellation, bool fromTheLatest = false, IReadOnlyList<string>? words = null)
    {
        var loose = words is null ? db.Loose.Where(l => l.JobId == jobId) : db.Loose.Where(l => l.JobId == jobId && EF.Parameter(words).Contains(l.Utility));
        var blocks = await loose.Select(l => l.BlockId).Distinct().ToListAsync(cancellation).ConfigureAwait(false);
        foreach (var id in fromTheLatest ? blocks.OrderDescending() : blocks.Order())
        {
            var content = await db.Blocks.AsNoTracking().Where(b => b.Id == id).Select(b => b.Content).SingleAsync(cancellation).ConfigureAwait(false);
            var ordinals = await loose.Where(l => l.BlockId == id).Select(l => l.Ordinal).ToListAsync(cancellation).ConfigureAwait(false);
            var samples = SampleCodec.Decode(content);
            foreach (var ordinal in ordinals.Order())
            {
                yield return samples[ordinal];
            }
        }
    }

    /// <summary>
    /// What instruments sent since a moment and no hookup of a line took, with who sent it, in the order in which it came. The blocks are read
    /// themselves, so that it costs nothing how much came before.
    /// </summary>
    /// <param name="latest">No more than the blocks that hold the latest so many; all where none are said.</param>
    public static async IAsyncEnumerable<(string Who, Sample Sample)> StreamedAsync(MoleDb db, int jobId, Instant since, [EnumeratorCancellation] CancellationToken cancellation, int? latest = null)
    {
        var first = 0L;
        if (latest is { } most)
        {
            var held = 0;
            foreach (var block in await db.Blocks.AsNoTracking().Where(b => b.JobId == jobId && b.StoredAt >= since).OrderByDescending(b => b.Id).Take(most).Select(b => new { b.Id, b.Count }).ToListAsync(cancellation).ConfigureAwait(false))
            {
                (first, held) = (block.Id, held + block.Count);
                if (held >= most)
                {
                    break;
                }
            }
        }

        var blocks = db.Blocks.AsNoTracking().Where(b => b.JobId == jobId && b.StoredAt >= since && b.Id >= first)
            .Join(db.Walks.AsNoTracking().Where(w => w.HookupId == null), b => b.WalkId, w => w.Id, (b, w) => new { b.Id, w.Who, b.Content }).OrderBy(b => b.Id);
        await foreach (var block in blocks.AsAsyncEnumerable().WithCancellation(cancellation).ConfigureAwait(false))
        {
            foreach (var sample in SampleCodec.Decode(block.Content))
            {
                yield return (block.Who, sample);
            }
        }
    }
}
