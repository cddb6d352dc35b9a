using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Store.Log;

/// <summary>Turns what a save is about to change into log entries.</summary>
internal static class ChangeLog
{
    /// <summary>More things of one kind added in one save are logged together: a device's batch is one event.</summary>
    private const int MostSingles = 20;

    /// <summary>Kinds that are not logged: the log itself, what only keeps count, and what the log holds otherwise.</summary>
    public static IReadOnlyDictionary<Type, string> UnloggedKinds { get; } = new Dictionary<Type, string>
    {
        [typeof(LogEntry)] = "the log itself",
        [typeof(SentOnce)] = "ids of forms, forgotten after a quarter",
        [typeof(CentreAnswer)] = "the way of an answer that is logged with its line",
        [typeof(PersonSession)] = "sign-ins, which are events of their own",
        [typeof(DoorTries)] = "counts tries at the door",
        [typeof(SecurityEvent)] = "a record of its own",
        [typeof(ReceiverWalk)] = "logged with the batch that begins it",
        [typeof(SampleBlock)] = "logged by its hash, one entry a batch",
        [typeof(PracticeRound)] = "practice, which is the learner’s own and no evidence of any job",
        [typeof(PracticeStep)] = "practice, which is the learner’s own and no evidence of any job",
        [typeof(LooseSample)] = "an index of the blocks",
    };

    /// <summary>Properties that are not logged: what changes by itself, or follows from another.</summary>
    public static IReadOnlyDictionary<string, string> UnloggedProperties { get; } = new Dictionary<string, string>
    {
        ["MoleUser." + nameof(MoleUser.SecurityStamp)] = "follows the password",
        ["MoleUser." + nameof(MoleUser.ConcurrencyStamp)] = "changes with every change",
        ["MoleUser." + nameof(MoleUser.AccessFailedCount)] = "counts tries at the door",
        ["MoleUser." + nameof(MoleUser.NormalizedUserName)] = "follows the name",
        ["MoleUser." + nameof(MoleUser.NormalizedEmail)] = "follows the address",
        ["MoleUser." + nameof(MoleUser.UsedCode)] = "changes with every use",
        ["TokenRow." + nameof(TokenRow.LastUsedAt)] = "changes with every use",
        ["PutAside." + nameof(PutAside.Content)] = "kept as it came with the notice put aside",
        ["SoughtLine." + nameof(SoughtLine.DotsNumbered)] = "counts dots, which are logged",
        ["HandedSheet." + nameof(HandedSheet.Facts)] = "long, and the code that is logged is made of it",
        ["FirmSettings." + nameof(FirmSettings.CentreCursor)] = "moves with every notice taken",
    };

    /// <summary>Properties whose change is logged and whose value is not: secrets.</summary>
    public static IReadOnlySet<string> Hidden { get; } = new HashSet<string>
    {
        "MoleUser." + nameof(MoleUser.PasswordHash), "TokenRow." + nameof(TokenRow.TokenHash), "DiggerLink." + nameof(DiggerLink.SecretHash), "MoleUser." + nameof(MoleUser.ResetHash), "IdentityUserToken`1.Value",
    };

    private const string HiddenValue = "(not shown";
    private const int HiddenDigits = 32;

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
                    var changed = entry.Properties.Where(p => p.IsModified && IsLogged(p) && !Same(p)).Select(p => p.Metadata.Name).ToList();
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
                    At = change.Now,
                    Who = change.Who,
                    WhoId = change.WhoId,
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

    /// <summary>A value as the log writes it.</summary>
    public static string AsText(object? value) => JsonSerializer.Serialize(Shown(value), StoredJson.Options);

    /// <summary>A property's value as the log writes it; secrets as what tells them apart.</summary>
    public static string AsText(IProperty property, object? value) => AsText(Hidden.Contains(FullName(property)) ? Unseen(value) : value);

    /// <summary>True when a value is what the log says of it. Secrets of earlier days are logged without what tells them apart, missing ones too.</summary>
    public static bool IsAs(IProperty property, object? value, string logged) =>
        AsText(property, value) == (logged == SignedZero ? "0" : logged) || (Hidden.Contains(FullName(property)) && logged == "\"(not shown)\"");

    /// <summary>True for a property that is logged.</summary>
    public static bool IsLogged(IProperty p) => !UnloggedProperties.ContainsKey(FullName(p));

    /// <summary>A key as subjects write it.</summary>
    public static string KeyText(IEnumerable<object?> parts) => string.Join(',', parts.Select(part => part is LocalDate day ? LocalDatePattern.Iso.Format(day) : part));

    /// <summary>
    /// A secret in the log: not itself, but the beginning of its hash, so that another in its place is noticed. What is
    /// hidden is random or salted; it cannot be found from that.
    /// </summary>
    private static object? Unseen(object? value) => value is string { Length: > 0 } secret
        ? $"{HiddenValue}, {Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)))[..HiddenDigits]})"
        : value;

    private static bool IsLogged(object entity) => !UnloggedKinds.ContainsKey(entity.GetType());

    private static bool IsLogged(PropertyEntry p) => !UnloggedProperties.ContainsKey(FullName(p));

    private static string FullName(PropertyEntry p) => FullName(p.Metadata);

    private static string FullName(IProperty p) => $"{p.DeclaringType.ClrType.Name}.{p.Name}";

    /// <summary>SQLite keeps no sign of zero: what is written as −0 is read back as 0.</summary>
    private static object? Shown(object? value) => value is Enum word ? word.ToString() : value is double and 0 ? 0.0 : value;

    /// <summary>As earlier days wrote it.</summary>
    private const string SignedZero = "-0";

    private static bool Same(PropertyEntry p) => p.Metadata.GetValueComparer().Equals(p.OriginalValue, p.CurrentValue);

    private static string Key(EntityEntry entry) =>
        KeyText(entry.Metadata.FindPrimaryKey()!.Properties.Select(p => entry.Property(p.Name).CurrentValue));

    private static Dictionary<string, object?> Values(EntityEntry entry, IReadOnlyList<string>? only, bool current) => entry.Properties
        .Where(p => IsLogged(p) && (only is null || only.Contains(p.Metadata.Name)))
        .Select(p => (p.Metadata.Name, Value: current ? p.CurrentValue : p.OriginalValue, IsHidden: Hidden.Contains(FullName(p))))
        .Where(p => only is not null || p.Value is not (null or "" or false))
        .Select(p => (p.Name, Value: p.IsHidden ? Unseen(p.Value) : p.Value))
        .ToDictionary(p => p.Name, p => Shown(p.Value));

    private static string Text(Dictionary<string, object?> values) => values.Count == 0 ? "" : JsonSerializer.Serialize(values, StoredJson.Options);
}
