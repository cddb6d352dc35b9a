using System.Globalization;
using System.Text.Json;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace GentleMole.Store.Log;

/// <summary>
/// Makes of the log, entry by entry, what the tables must hold, and holds them against it: every kind, every row, every
/// value that is logged. A value that was changed past the log is found and named.
/// </summary>
internal sealed class LogReplay
{
    private readonly IModel _model;
    private readonly Dictionary<string, IEntityType> _kinds;
    private readonly Dictionary<string, Dictionary<string, Thing>> _things = [];
    private readonly StreamedDots _streamed = new();

    public LogReplay(IModel model)
    {
        _model = model;
        _kinds = model.GetEntityTypes().Where(t => !ChangeLog.UnloggedKinds.ContainsKey(t.ClrType)).ToDictionary(t => t.ClrType.Name);
        foreach (var kind in _kinds.Keys)
        {
            _things[kind] = [];
        }
    }

    /// <summary>Takes the next entry.</summary>
    public void Apply(LogEntry entry)
    {
        var parts = entry.Subject.Split(':', 2);
        if (_streamed.Note(entry) || parts.Length < 2 || !_kinds.TryGetValue(parts[0], out var kind))
        {
            return;
        }

        switch (entry.What)
        {
            case "added" when parts[1].StartsWith('×'):
                using (var many = JsonDocument.Parse(entry.After))
                {
                    foreach (var one in many.RootElement.EnumerateArray())
                    {
                        Add(kind, KeyIn(kind, one), one, entry.JobId);
                    }
                }

                break;
            case "added":
                using (var after = JsonDocument.Parse(entry.After.Length > 0 ? entry.After : "{}"))
                {
                    Add(kind, parts[1], after.RootElement, entry.JobId);
                }

                break;
            case "changed":
                var thing = Find(parts[0], parts[1], entry.JobId);
                using (var after = JsonDocument.Parse(entry.After.Length > 0 ? entry.After : "{}"))
                {
                    foreach (var value in after.RootElement.EnumerateObject())
                    {
                        thing.Values[value.Name] = value.Value.GetRawText();
                    }
                }

                if (parts[0] == nameof(Reading))
                {
                    _streamed.Changed(parts[1], entry.Before);
                }

                break;
            case "removed":
                if (parts[0] == nameof(Reading))
                {
                    _streamed.Removed(parts[1], entry.Before);
                }

                Remove(kind, parts[1]);
                break;
        }
    }

    /// <summary>How many things stand as the log says, and the first that does not.</summary>
    public async Task<(int Rows, LogDifference? Difference)> CompareAsync(MoleDb db, CancellationToken cancellation)
    {
        await _streamed.ReadAsync(db, cancellation).ConfigureAwait(false);
        var count = 0;
        foreach (var kind in _kinds.Values.OrderBy(k => k.ClrType.Name, StringComparer.Ordinal))
        {
            var things = _things[kind.ClrType.Name];
            await foreach (var row in Rows(db, kind).WithCancellation(cancellation).ConfigureAwait(false))
            {
                var key = KeyOf(kind, row);
                var known = things.Remove(key, out var thing);
                var isStreamed = row is Reading && (thing is null || !thing.IsAdded);
                if ((!known && !isStreamed) || (isStreamed && !_streamed.Knows((Reading)row)))
                {
                    return (count, new LogDifference($"{kind.ClrType.Name}:{key}", (row as IJobPart)?.JobId, "", "a row", ""));
                }

                if (Compare(kind, key, row, thing, isStreamed) is { } difference)
                {
                    return (count, difference);
                }

                count++;
            }

            // What was sent by a device and changed later has a thing without having been added; its row has gone, and its removal is not logged.
            foreach (var (key, thing) in things)
            {
                return (count, new LogDifference($"{kind.ClrType.Name}:{key}", thing.JobId, "", "", "a row"));
            }
        }

        return (count, _streamed.Missing() is { } missing ? new LogDifference(missing, null, "", "", "a row") : null);
    }

    private LogDifference? Compare(IEntityType kind, string key, object row, Thing? thing, bool isStreamed)
    {
        foreach (var property in kind.GetProperties().Where(p => ChangeLog.IsLogged(p) && p.PropertyInfo is not null))
        {
            var value = property.PropertyInfo!.GetValue(row);
            string? logged = null;
            thing?.Values.TryGetValue(property.Name, out logged);
            var isSame = logged is not null ? ChangeLog.IsAs(property, value, logged)
                : isStreamed ? _streamed.IsAsSent((Reading)row, property.Name, value)
                : IsUnsaid(property, value);
            if (!isSame)
            {
                return new LogDifference($"{kind.ClrType.Name}:{key}", (row as IJobPart)?.JobId ?? thing?.JobId, property.Name, ChangeLog.AsText(property, value), logged ?? "");
            }
        }

        return null;
    }

    /// <summary>What an entry about something new leaves out: nothing, no text, no; and what a column that came later holds.</summary>
    private static bool IsUnsaid(IProperty property, object? value) => Nullable.GetUnderlyingType(property.ClrType) is not null
        ? value is null or false
        : value is null or "" or false or 0 or 0L or 0.0 || (value is Enum word && Convert.ToInt64(word, CultureInfo.InvariantCulture) == 0)
        || (value is System.Collections.ICollection list && list.Count == 0) || Equals(value, property.GetDefaultValue()) || property.IsPrimaryKey()
        || (property.ClrType.IsValueType && Equals(value, Activator.CreateInstance(property.ClrType)));

    private static IAsyncEnumerable<object> Rows(MoleDb db, IEntityType kind)
    {
        var set = typeof(DbContext).GetMethod(nameof(DbContext.Set), [])!.MakeGenericMethod(kind.ClrType).Invoke(db, null)!;
        return ((IQueryable<object>)set).AsNoTracking().AsAsyncEnumerable();
    }

    private static string KeyOf(IEntityType kind, object row) => ChangeLog.KeyText(kind.FindPrimaryKey()!.Properties.Select(p => p.PropertyInfo!.GetValue(row)));

    /// <summary>The key of one of many that were logged together, out of its values.</summary>
    private static string KeyIn(IEntityType kind, JsonElement values) =>
        string.Join(',', kind.FindPrimaryKey()!.Properties.Select(p => values.TryGetProperty(p.Name, out var value) ? value.ToString() : ""));

    private void Add(IEntityType kind, string key, JsonElement values, int? job)
    {
        var thing = Find(kind.ClrType.Name, key, job);
        thing.IsAdded = true;
        thing.Values.Clear();
        foreach (var value in values.EnumerateObject())
        {
            thing.Values[value.Name] = value.Value.GetRawText();
        }
    }

    private Thing Find(string kind, string key, int? job)
    {
        if (!_things[kind].TryGetValue(key, out var thing))
        {
            _things[kind][key] = thing = new Thing { JobId = job };
        }

        return thing;
    }

    /// <summary>What leans on it goes with it or lets go of it, as the tables do of themselves.</summary>
    private void Remove(IEntityType kind, string key)
    {
        _things[kind.ClrType.Name].Remove(key);
        foreach (var reference in _model.GetEntityTypes().SelectMany(t => t.GetForeignKeys()).Where(f => f.PrincipalEntityType == kind && _things.ContainsKey(f.DeclaringEntityType.ClrType.Name)))
        {
            var name = reference.Properties[0].Name;
            foreach (var (leaning, thing) in _things[reference.DeclaringEntityType.ClrType.Name].Where(t => t.Value.Values.TryGetValue(name, out var value) && value.Trim('"') == key).ToList())
            {
                if (reference.DeleteBehavior == DeleteBehavior.Cascade)
                {
                    Remove(reference.DeclaringEntityType, leaning);
                }
                else if (reference.DeleteBehavior == DeleteBehavior.SetNull)
                {
                    thing.Values[name] = "null";
                }
            }
        }
    }

    /// <summary>Something as the log leaves it.</summary>
    private sealed class Thing
    {
        /// <summary>False for a dot of a device, which is logged by its batch until somebody changes it.</summary>
        public bool IsAdded { get; set; }

        public int? JobId { get; init; }

        /// <summary>Values in the log's own writing.</summary>
        public Dictionary<string, string> Values { get; } = [];
    }
}
