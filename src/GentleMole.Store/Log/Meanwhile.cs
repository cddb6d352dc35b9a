using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Log;

/// <summary>
/// Two people on one thing. A form sends back everything that it showed, also what nobody touched: what still holds the
/// value that stood there when it was shown is not this person's change and keeps what the other one made of it. What both
/// have changed is told, and nothing is saved.
/// </summary>
internal static class Meanwhile
{
    /// <exception cref="ChangedMeanwhileException">Both have changed the same.</exception>
    public static async Task ResolveAsync(MoleDb db, List<ChangeLog.Pending> pending, CancellationToken cancellation)
    {
        if (db.Change.SeenUpTo is not { } seen)
        {
            return;
        }

        var touched = pending.Where(p => p.What != "added").ToDictionary(p => p.Subject);
        var subjects = touched.Keys.ToList();
        if (subjects.Count == 0)
        {
            return;
        }

        var shown = Math.Min(seen, db.Change.ShownAt ?? seen);
        var since = await db.Log.AsNoTracking().Where(e => e.Id > shown && EF.Parameter(subjects).Contains(e.Subject))
            .OrderBy(e => e.Id).ToListAsync(cancellation).ConfigureAwait(false);
        var clashes = new List<LogEntry>();
        foreach (var ofSubject in since.GroupBy(e => e.Subject))
        {
            var mine = touched[ofSubject.Key];
            var told = mine.What == "removed"
                ? ofSubject
                : ofSubject.Where(e => e.What != "changed").Concat(Clashing(mine, [.. ofSubject.Where(e => e.What == "changed")]));
            clashes.AddRange(told.Where(e => e.Id > seen));
        }

        if (clashes.Count > 0)
        {
            throw new ChangedMeanwhileException([.. clashes.Distinct().OrderBy(e => e.Id)]);
        }
    }

    /// <summary>Entries that changed what this save changes too; what it only carries along is put back.</summary>
    private static IEnumerable<LogEntry> Clashing(ChangeLog.Pending mine, List<LogEntry> theirs)
    {
        foreach (var name in mine.Changed)
        {
            var same = theirs.Where(e => Value(e.Before, name) is not null || Value(e.After, name) is not null).ToList();
            if (same.Count == 0)
            {
                continue;
            }

            var property = mine.Entry.Property(name);
            if (Value(same[0].Before, name) == ChangeLog.AsText(property.CurrentValue))
            {
                property.CurrentValue = property.OriginalValue;
                property.IsModified = false;
                continue;
            }

            foreach (var entry in same)
            {
                yield return entry;
            }
        }
    }

    /// <summary>A property's value as it stands in an entry; null where the entry does not speak of it.</summary>
    private static string? Value(string json, string name)
    {
        if (json.Length == 0)
        {
            return null;
        }

        using var document = JsonDocument.Parse(json);
        return document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty(name, out var value) ? value.GetRawText() : null;
    }
}
