using System.Globalization;
using System.Security.Cryptography;
using GentleMole.Core;
using NodaTime;

namespace GentleMole.Store.Log;

/// <summary>
/// Signs the head of the log as it grows, with a key that lies outside the data directory, and keeps the last one beside the
/// key too: whoever has only the data can neither rewrite the log nor cut off its end without being noticed.
/// </summary>
public sealed class HeadKeeper(DataFolder folder, string? keyFile)
{
    private const string LastMark = ".last-head.json";

    /// <summary>Where the key lies.</summary>
    public string KeyFile { get; } = string.IsNullOrWhiteSpace(keyFile) ? UsualKeyFile : Path.GetFullPath(keyFile);

    /// <summary>In the home of whoever runs it, where programs keep what is theirs.</summary>
    public static string UsualKeyFile => Path.Combine(
        Environment.GetEnvironmentVariable("XDG_CONFIG_HOME") is { Length: > 0 } own ? own : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".config"),
        "gentle-mole", "log-key.pem");

    /// <summary>Makes the key when there is none; says what that means.</summary>
    /// <exception cref="IOException">The key cannot be made or read, or would lie in the data directory; the message says what to do.</exception>
    public void MakeReady(Action<string> say)
    {
        if (KeyFile.StartsWith(folder.Root + Path.DirectorySeparatorChar, StringComparison.Ordinal))
        {
            throw new IOException($"HeadKey is {KeyFile}, inside the data directory; whoever can change the data could sign it anew. Give a path elsewhere.");
        }

        try
        {
            if (File.Exists(KeyFile))
            {
                using var there = Load();
                return;
            }

            using var made = ECDsa.Create(ECCurve.NamedCurves.nistP256);
            Directory.CreateDirectory(Path.GetDirectoryName(KeyFile)!);
            File.WriteAllText(KeyFile, made.ExportPkcs8PrivateKeyPem());
            if (!OperatingSystem.IsWindows())
            {
                File.SetUnixFileMode(KeyFile, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            }

            var old = All().Count;
            say(old == 0
                ? $"The key that signs the log was made: {KeyFile}. Keep a copy where the data is not."
                : $"The key that signed the log is not at {KeyFile}; another was made. {old} heads of before were signed with the one that is lost: what they say still holds, but that it was this firm can be shown only with the old key.");
        }
        catch (Exception error) when (error is UnauthorizedAccessException or CryptographicException)
        {
            throw new IOException($"The key that signs the log, {KeyFile}, cannot be used ({error.Message.TrimEnd('.')}). Give another path with HeadKey.", error);
        }
    }

    /// <summary>Signs the head when there is a new one: for the day, and beside the key.</summary>
    /// <returns>What stands signed; null for an empty log.</returns>
    public async Task<SignedHead?> SignAsync(Instant now, CancellationToken cancellation = default)
    {
        var connection = await Writing.StoreConnection.OpenToReadAsync(folder.Database, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        if (await Writing.StoreConnection.ScalarAsync(connection, "SELECT Hash FROM Log WHERE Id = 1", cancellation).ConfigureAwait(false) is not string store)
        {
            return null;
        }

        var last = (string)(await Writing.StoreConnection.ScalarAsync(connection, "SELECT Id || ' ' || Hash FROM Log ORDER BY Id DESC LIMIT 1", cancellation).ConfigureAwait(false))!;
        var (entries, head) = (long.Parse(last.Split(' ')[0], CultureInfo.InvariantCulture), last.Split(' ')[1]);
        var beside = LastFile(store);
        if (SignedHead.Read(beside) is { } known && known.Entries >= entries && known.Fits())
        {
            // Nothing new; or the chain is shorter than it was, which the next check tells and signing must not hide.
            return known;
        }

        using var key = Load();
        var signed = SignedHead.Sign(store, entries, head, now, key);
        Directory.CreateDirectory(folder.Heads);
        signed.Write(Path.Combine(folder.Heads, now.InUtc().Date.ToString("uuuu-MM-dd", CultureInfo.InvariantCulture) + ".json"));
        signed.Write(beside);
        return signed;
    }

    /// <summary>After a restore the chain ends where the backup ended: from there it goes on. Says how much was signed after it.</summary>
    public void BeginAgain(string store, long entries, Action<string> say)
    {
        if (SignedHead.Read(LastFile(store)) is { } last && last.Entries > entries)
        {
            say($"The log ends at entry {entries}; on this machine {last.Entries} were signed. What came after the backup is not in it.");
            File.Move(LastFile(store), LastFile(store) + ".before-restore", overwrite: true);
        }
    }

    /// <summary>Holds all signed heads against a chain.</summary>
    /// <param name="hashAt">Hash of an entry; null when the chain does not go so far.</param>
    /// <param name="store">Hash of the first entry.</param>
    internal HeadVerdict? Check(string store, Func<long, string?> hashAt)
    {
        string? own = null;
        if (File.Exists(KeyFile))
        {
            using var key = Load();
            own = Convert.ToBase64String(key.ExportSubjectPublicKeyInfo());
        }

        var heads = All();
        var last = SignedHead.Read(LastFile(store));
        if (heads.Count == 0 && last is null)
        {
            return null;
        }

        var (signed, foreign, latest) = (0, 0, 0L);
        foreach (var head in heads)
        {
            if (head is null || !head.Fits())
            {
                return new HeadVerdict(signed, HeadTrouble.Forged, head?.Entries ?? 0, foreign, own is not null);
            }

            if (head.Store != store || hashAt(head.Entries) != head.Head)
            {
                var trouble = head.Store == store && hashAt(head.Entries) is null ? HeadTrouble.CutOff : HeadTrouble.Parted;
                return new HeadVerdict(signed, trouble, head.Entries, foreign, own is not null);
            }

            (signed, foreign, latest) = (signed + (head.Key == own ? 1 : 0), foreign + (head.Key == own ? 0 : 1), Math.Max(latest, head.Entries));
        }

        return last is not null && last.Fits() && last.Key == own && hashAt(last.Entries) != last.Head
            ? new HeadVerdict(signed, HeadTrouble.CutOff, last.Entries, foreign, true)
            : new HeadVerdict(signed, HeadTrouble.None, latest, foreign, own is not null);
    }

    /// <summary>Heads of the days, the oldest first; null for a file in which there is none.</summary>
    private List<SignedHead?> All() => Directory.Exists(folder.Heads)
        ? [.. Directory.GetFiles(folder.Heads, "*.json").Where(f => !Path.GetFileName(f).StartsWith('.')).Order(StringComparer.Ordinal).Select(SignedHead.Read)]
        : [];

    private string LastFile(string store) => Path.Combine(Path.GetDirectoryName(KeyFile)!, store[..Math.Min(16, store.Length)] + LastMark);

    private ECDsa Load()
    {
        var key = ECDsa.Create();
        try
        {
            key.ImportFromPem(File.ReadAllText(KeyFile));
            return key;
        }
        catch (ArgumentException error)
        {
            key.Dispose();
            throw new IOException($"{KeyFile} holds no key. Bring it back from a copy, or move it away: then another is made.", error);
        }
    }
}
