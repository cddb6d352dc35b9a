using GentleMole.Core.Lines;
using GentleMole.Store.Writing;

namespace GentleMole.Store.Evidence;

/// <summary>
/// The samples of one batch that are new, sorted by the hookup with which they were taken; dots are made of those that name
/// a line while they are added.
/// </summary>
internal sealed class Batch
{
    private readonly WriteSession _session;
    private readonly List<NamedLine> _lines;
    private readonly List<NamedHookup> _hookups;
    private readonly Dictionary<string, NamedLine?> _named = [];
    private readonly Dictionary<int, (int From, int Last)> _numbers = [];
    private readonly HashSet<Guid> _loose = [];
    private readonly List<(NamedHookup? Hookup, Part Part)> _parts = [];

    public Batch(WriteSession session, int jobId)
    {
        (_session, JobId) = (session, jobId);
        _lines = session.Prepare("SELECT Id, Kind, Owner FROM Lines WHERE JobId = ?1")
            .Rows(r => new NamedLine(r.Int(0), (UtilityKind)r.Int(1), r.Text(2)), jobId);
        _hookups = session.Prepare("SELECT Id, LineId, ReceiverId, MadeAt FROM Hookups WHERE JobId = ?1")
            .Rows(r => new NamedHookup(r.Int(0), r.Int(1), r.IsNull(2) ? null : r.Int(2), r.Moment(3)), jobId);
    }

    /// <summary>Samples taken with one hookup, in the order sent, and the places of those of which no dot was made.</summary>
    public sealed record Part(List<Sample> Samples, List<int> Loose);

    public int JobId { get; }

    /// <summary>New samples so far.</summary>
    public int Count { get; private set; }

    public IReadOnlyList<(NamedHookup? Hookup, Part Part)> Parts => _parts;

    /// <summary>Takes a sample unless the job has it already.</summary>
    /// <exception cref="BatchRefusedException">Another job has it.</exception>
    public void Add(Sample sample)
    {
        if (IsKept(_session.Prepare("SELECT JobId FROM Loose WHERE Id = ?1"), sample.Id))
        {
            return;
        }

        if (!_named.TryGetValue(sample.Utility, out var line))
        {
            _named[sample.Utility] = line = LineNames.Find(sample.Utility, _lines);
        }

        var hookup = line is null ? null : _hookups.Where(h => h.LineId == line.Id && h.MadeAt <= sample.TakenAt).MaxBy(h => h.MadeAt);
        if (!(line is null ? IsNewLoose(sample.Id) : IsNewDot(sample, line.Id, hookup?.Id)))
        {
            return;
        }

        var part = PartOf(hookup);
        if (line is null)
        {
            part.Loose.Add(part.Samples.Count);
        }

        part.Samples.Add(sample);
        Count++;
    }

    /// <summary>Keeps the last numbers given, and tells them for the log.</summary>
    public List<object> EndDots()
    {
        foreach (var (line, (_, last)) in _numbers)
        {
            DotRows.SetLastNumber(_session, line, last);
        }

        return [.. _numbers.Select(n => new { Line = n.Key, n.Value.From, To = n.Value.Last })];
    }

    private bool IsNewLoose(Guid id) => _loose.Add(id) && !IsKept(_session.Prepare("SELECT JobId FROM Readings WHERE Id = ?1"), id);

    private bool IsNewDot(Sample sample, int lineId, int? hookupId)
    {
        if (_loose.Contains(sample.Id))
        {
            return false;
        }

        var (from, last) = _numbers.TryGetValue(lineId, out var given) ? given : (0, DotRows.LastNumber(_session, lineId));
        if (DotRows.Insert(_session, JobId, lineId, hookupId, last + 1, sample))
        {
            _numbers[lineId] = (from == 0 ? last + 1 : from, last + 1);
            return true;
        }

        _ = IsKept(_session.Prepare("SELECT JobId FROM Readings WHERE Id = ?1"), sample.Id);
        return false;
    }

    private bool IsKept(Statement where, Guid id)
    {
        var owner = where.Number(StoredId.Bytes(id));
        return owner is not null && owner != JobId ? throw new BatchRefusedException(new TakenBatch(0, 0, id)) : owner is not null;
    }

    private Part PartOf(NamedHookup? hookup)
    {
        foreach (var (of, part) in _parts)
        {
            if (of == hookup)
            {
                return part;
            }
        }

        _parts.Add((hookup, new Part([], [])));
        return _parts[^1].Part;
    }
}
