using System.Text.Json;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;

namespace GentleMole.Store.Log;

/// <summary>Turns what a save is about to change into log entries.</summary>
internal static class ChangeLog
{
    /// <summary>More things of one kind added in one save are logged together: a device's batch is one event.</summary>
    private const int MostSingles = 20;

    /// <summary>Never written into the log: secrets, and what changes by itself.</summary>
    private static readonly HashSet<string> Silent =
    [
        nameof(MoleUser.PasswordHash), nameof(MoleUser.SecurityStamp), nameof(MoleUser.ConcurrencyStamp), nameof(MoleUser.AccessFailedCount),
        nameof(MoleUser.LockoutEnd), nameof(MoleUser.LockoutEnabled), nameof(MoleUser.NormalizedUserName), nameof(MoleUser.NormalizedEmail),
        nameof(MoleUser.TwoFactorEnabled), nameof(MoleUser.PhoneNumberConfirmed), nameof(MoleUser.EmailConfirmed), nameof(MoleUser.PhoneNumber),
        nameof(MoleUser.Email), nameof(TokenRow.TokenHash), nameof(TokenRow.LastUsedAt),
    ];

    /// <summary>A change that will be made, with the values before it.</summary>
    internal sealed record Pending(EntityEntry Entry, string What, Dictionary<string, object?> Before, IReadOnlyList<string> Changed)
    {
        public string Subject => $"{Entry.Metadata.ClrType.Name}:{Key(Entry)}";

        public int? JobId => Entry.Entity switch { Job job => job.Id, IJobPart part => part.JobId, _ => null };

        /// <summary>Values after the save, when keys are known.</summary>
        public Dictionary<string, object?> After() => What == "removed" ? [] : Values(Entry, What == "added" ? null : Changed, current: true);
    }

    /// <summary>What the tracker holds that must be logged.</summary>
    public static List<Pending> Collect(ChangeTracker tracker)
    {
        var found = new List<Pending>();
        foreach (var entry in tracker.Entries().Where(e => IsLogged(e.Entity)))
        {
            switch (entry.State)
            {
                case EntityState.Added:
                    found.Add(new Pending(entry, "added", [], []));
                    break;
                case EntityState.Deleted:
                    found.Add(new Pending(entry, "removed", Values(entry, null, current: false), []));
                    break;
                case EntityState.Modified:
                    var changed = entry.Properties.Where(p => p.IsModified && !Silent.Contains(p.Metadata.Name) && !Same(p)).Select(p => p.Metadata.Name).ToList();
                    if (changed.Count > 0)
                    {
                        found.Add(new Pending(entry, "changed", Values(entry, changed, current: false), changed));
                    }

                    break;
            }
        }

        return found;
    }

    /// <summary>Entries for a save that has been made, chained to the last one.</summary>
    public static IEnumerable<LogEntry> Entries(List<Pending> pending, ChangeContext change, long lastId, string lastHash)
    {
        foreach (var group in pending.GroupBy(p => (p.Entry.Metadata.ClrType, p.What, p.JobId)))
        {
            var together = group.Key.What == "added" && group.Count() > MostSingles;
            foreach (var part in together ? [group.ToList()] : group.Select(p => new List<Pending> { p }))
            {
                var entry = new LogEntry
                {
                    Id = ++lastId,
                    JobId = group.Key.JobId,
                    At = change.UtcNow,
                    Who = change.Who,
                    What = group.Key.What,
                    Subject = together ? $"{group.Key.ClrType.Name}:×{part.Count}" : part[0].Subject,
                    Before = Text(part[0].Before),
                    After = together ? JsonSerializer.Serialize(part.Select(p => p.After()), StoredJson.Options) : Text(part[0].After()),
                    Why = change.Why,
                };
                entry.Hash = lastHash = LogChain.HashOf(entry, lastHash);
                yield return entry;
            }
        }
    }

    private static bool IsLogged(object entity) =>
        entity is Job or IJobPart or Firm or HolidayRow or OwnerRow or MoleUser or TokenRow && entity is not CentreAnswer;

    private static bool Same(PropertyEntry p) => p.Metadata.GetValueComparer().Equals(p.OriginalValue, p.CurrentValue);

    private static string Key(EntityEntry entry) =>
        string.Join(',', entry.Metadata.FindPrimaryKey()!.Properties.Select(p => entry.Property(p.Name).CurrentValue));

    private static Dictionary<string, object?> Values(EntityEntry entry, IReadOnlyList<string>? only, bool current) => entry.Properties
        .Where(p => !Silent.Contains(p.Metadata.Name) && (only is null || only.Contains(p.Metadata.Name)))
        .Select(p => (p.Metadata.Name, Value: current ? p.CurrentValue : p.OriginalValue))
        .Where(p => only is not null || p.Value is not (null or "" or false))
        .ToDictionary(p => p.Name, p => p.Value is Enum word ? word.ToString() : p.Value);

    private static string Text(Dictionary<string, object?> values) => values.Count == 0 ? "" : JsonSerializer.Serialize(values, StoredJson.Options);
}
