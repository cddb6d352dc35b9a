using System.Text.Json;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Log;

/// <summary>
/// Dots that were made of what devices sent: the log holds the hash of their batch and which numbers on which line were
/// given. Each must be as it was sent until somebody changed it, and none may be gone.
/// </summary>
internal sealed class StreamedDots
{
    private static readonly string[] Measured =
    [
        nameof(Reading.TakenAt), nameof(Reading.Utility), nameof(Reading.EastMetres), nameof(Reading.NorthMetres), nameof(Reading.Peak), nameof(Reading.Null), nameof(Reading.DepthMetres),
        nameof(Reading.CurrentMilliamps), nameof(Reading.DirectionDegrees), nameof(Reading.FrequencyHertz),
    ];

    /// <summary>Values that follow from who sent it and where it was put, which the batch does not say one by one.</summary>
    private static readonly HashSet<string> ByBatch = [nameof(Reading.Id), nameof(Reading.JobId), nameof(Reading.LineId), nameof(Reading.HookupId), nameof(Reading.Number)];

    private readonly HashSet<(int Line, int Number)> _given = [];
    private readonly Dictionary<Guid, (int? Line, int? Number)> _first = [];
    private readonly Dictionary<Guid, Sample> _sent = [];

    /// <summary>Takes an entry about a batch; false when it is about something else.</summary>
    public bool Note(LogEntry entry)
    {
        var isBatch = entry.Subject.StartsWith(nameof(SampleBlock) + ":", StringComparison.Ordinal);
        if (!isBatch && !(entry.Subject.StartsWith(nameof(Reading) + ":×", StringComparison.Ordinal) && entry.After.StartsWith('{')))
        {
            return false;
        }

        using var document = JsonDocument.Parse(entry.After);
        if (document.RootElement.TryGetProperty("Dots", out var dots))
        {
            foreach (var run in dots.EnumerateArray())
            {
                var line = run.GetProperty("Line").GetInt32();
                for (var number = run.GetProperty("From").GetInt32(); number <= run.GetProperty("To").GetInt32(); number++)
                {
                    _given.Add((line, number));
                }
            }
        }

        return true;
    }

    /// <summary>Somebody changed a dot: where it was first is where it was put.</summary>
    public void Changed(string id, string before) => First(id, before);

    /// <summary>Somebody removed one, and that is in the log.</summary>
    public void Removed(string id, string before)
    {
        First(id, before);
        if (Guid.TryParse(id, out var guid) && _first.Remove(guid, out var first) && first is { Line: { } line, Number: { } number })
        {
            _given.Remove((line, number));
        }
    }

    /// <summary>Reads what was sent, of the dots that are there.</summary>
    public async Task ReadAsync(MoleDb db, CancellationToken cancellation)
    {
        if (_given.Count == 0)
        {
            return;
        }

        var dots = (await db.Readings.AsNoTracking().Select(r => r.Id).ToListAsync(cancellation).ConfigureAwait(false)).ToHashSet();
        await foreach (var content in db.Blocks.AsNoTracking().OrderBy(b => b.Id).Select(b => b.Content).AsAsyncEnumerable().WithCancellation(cancellation).ConfigureAwait(false))
        {
            foreach (var sample in SampleCodec.Decode(content).Where(s => dots.Contains(s.Id)))
            {
                _sent.TryAdd(sample.Id, sample);
            }
        }
    }

    /// <summary>True when a device sent this dot, and it was given its number then; it is not missing any more.</summary>
    public bool Knows(Reading row)
    {
        var first = _first.GetValueOrDefault(row.Id);
        return _sent.ContainsKey(row.Id) && (first.Line ?? row.LineId) is { } line && _given.Remove((line, first.Number ?? row.Number));
    }

    /// <summary>True when a value that nobody changed is as the device sent it, or as every new dot has it.</summary>
    public bool IsAsSent(Reading row, string property, object? value)
    {
        if (ByBatch.Contains(property))
        {
            return true;
        }

        var sent = _sent[row.Id];
        return !Measured.Contains(property)
            ? value is null or "" or System.Collections.ICollection { Count: 0 } or DotState.Taken or Core.Trace.LineFeature.Plain
            : property == nameof(Reading.TakenAt)
                ? Core.Moments.Ticks(row.TakenAt) == Core.Moments.Ticks(sent.TakenAt)
                : Equals(value, typeof(Sample).GetProperty(property)!.GetValue(sent));
    }

    /// <summary>The first that was given a number and is gone; null when all are there.</summary>
    public string? Missing() => _given.Count == 0 ? null : _given.Order().Select(g => $"{nameof(Reading)}:{g.Number} of line {g.Line}").First();

    private void First(string id, string before)
    {
        if (before.Length == 0 || !Guid.TryParse(id, out var guid))
        {
            return;
        }

        using var document = JsonDocument.Parse(before);
        var known = _first.GetValueOrDefault(guid);
        _first[guid] = (known.Line ?? Whole(document.RootElement, nameof(Reading.LineId)), known.Number ?? Whole(document.RootElement, nameof(Reading.Number)));
    }

    private static int? Whole(JsonElement values, string name) => values.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number ? value.GetInt32() : null;
}
