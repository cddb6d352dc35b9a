using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

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

        var shown = db.Change.Carried.Count > 0 ? Math.Min(seen, db.Change.ShownAt ?? seen) : seen;
        var since = await db.Log.AsNoTracking().Where(e => e.Id > shown && EF.Parameter(subjects).Contains(e.Subject))
            .OrderBy(e => e.Id).ToListAsync(cancellation).ConfigureAwait(false);
        since.RemoveAll(e => db.Change.Own.Contains(e.Id));
        var (clashes, carried) = (new List<LogEntry>(), new List<string>());
        foreach (var ofSubject in since.GroupBy(e => e.Subject))
        {
            var mine = touched[ofSubject.Key];
            clashes.AddRange(ofSubject.Where(e => e.Id > seen && (mine.What == "removed" || e.What != "changed")));
            foreach (var name in mine.What == "removed" ? [] : mine.Changed)
            {
                var value = $"{mine.Subject}/{name}";
                var theirs = ofSubject.Where(e => e.What == "changed" && (e.Id > seen || db.Change.Carried.Contains(value))
                    && (Value(e.Before, name) is not null || Value(e.After, name) is not null)).ToList();
                if (theirs.Count > 0 && PutBack(mine.Entry.Property(name), theirs[0]))
                {
                    carried.Add(value);
                }
                else
                {
                    clashes.AddRange(theirs.Where(e => e.Id > seen));
                }
            }
        }

        if (clashes.Count > 0)
        {
            throw new ChangedMeanwhileException([.. clashes.Distinct().OrderBy(e => e.Id)], carried);
        }
    }

    /// <summary>What still holds the value from before the others' first change was only carried along: theirs stays.</summary>
    private static bool PutBack(PropertyEntry property, LogEntry first)
    {
        if (Value(first.Before, property.Metadata.Name) != ChangeLog.AsText(property.CurrentValue))
        {
            return false;
        }

        property.CurrentValue = property.OriginalValue;
        property.IsModified = false;
        return true;
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
