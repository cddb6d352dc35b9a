using System.Diagnostics;
using System.Globalization;

namespace GentleMole.Store;

/// <summary>
/// The one directory that holds everything that is kept, and who may work on it: one process at a time. The claim is a lock
/// of the operating system on a file, so it ends with the process, however that ends.
/// </summary>
public sealed class DataFolder(string path) : IDisposable
{
    private const string ScratchMark = ".scratch-";

    /// <summary>What the system answers when somebody else holds the lock (EWOULDBLOCK).</summary>
    private const int WouldBlock = 11;

    private static readonly TimeSpan AskAgain = TimeSpan.FromMilliseconds(100);
    private FileStream? _claim;

    public string Root { get; } = Path.GetFullPath(path);

    public string Database => Path.Combine(Root, "gentle-mole.db");

    public string Photos => Path.Combine(Root, "photos");

    /// <summary>Drawings that were looked at and not taken over yet.</summary>
    public string Imports => Path.Combine(Root, "imports");

    public string Backups => Path.Combine(Root, "backups");

    /// <summary>Keys of sessions and form tokens.</summary>
    public string Keys => Path.Combine(Root, "keys");

    /// <summary>Room left on the disk for whoever may use it, bytes.</summary>
    public long RoomLeft => new DriveInfo(Root).AvailableFreeSpace;

    /// <summary>Where a restore lays everything out before it takes its place.</summary>
    public string Restoring => Path.Combine(Root, ScratchMark + "restore");

    /// <summary>A name for something that is being made; what is left of it after a kill is swept at the next start.</summary>
    public static string ScratchName() => $"{ScratchMark}{Environment.ProcessId}-{Guid.NewGuid():N}";

    private string ClaimFile => Path.Combine(Root, "in-use.lock");

    private string HolderFile => Path.Combine(Root, "in-use.pid");

    /// <summary>Takes the directory for this process; waits a while for one that is about to end, and says for what it waits.</summary>
    /// <exception cref="IOException">Another process keeps the directory, or it cannot be written.</exception>
    public async Task ClaimAsync(TimeSpan longestWait, Action<string> say, CancellationToken cancellation = default)
    {
        if (_claim is not null)
        {
            return;
        }

        if (File.Exists(Root))
        {
            throw new IOException($"{Root} is a file; --data needs a directory.");
        }

        var until = Stopwatch.GetTimestamp() + (long)(longestWait.TotalSeconds * Stopwatch.Frequency);
        var said = false;
        while (true)
        {
            if (TryClaim())
            {
                await File.WriteAllTextAsync(HolderFile, Environment.ProcessId.ToString(CultureInfo.InvariantCulture), cancellation).ConfigureAwait(false);
                return;
            }

            if (Stopwatch.GetTimestamp() >= until)
            {
                throw new IOException($"{Root} is in use by {Holder()}. Two at once would overwrite each other: stop that one, or give another --data directory.");
            }

            if (!said)
            {
                say($"Waiting for {Holder()}, which has {Root} open.");
                said = true;
            }

            await Task.Delay(AskAgain, cancellation).ConfigureAwait(false);
        }
    }

    /// <summary>Removes what killed backups and restores left behind. Only for the process that holds the directory.</summary>
    public void Sweep(Action<string> say)
    {
        var bytes = Sweep(Root) + Sweep(Backups);
        if (bytes > 0)
        {
            say(string.Create(CultureInfo.InvariantCulture, $"Swept {bytes / 1e6:0.0} MB that an interrupted backup or restore had left in {Root}."));
        }
    }

    /// <summary>Removes scratch whose maker is no more; gives how many bytes that were.</summary>
    internal static long Sweep(string place)
    {
        long bytes = 0;
        foreach (var left in Directory.Exists(place) ? new DirectoryInfo(place).EnumerateFileSystemInfos(ScratchMark + "*") : [])
        {
            if (left is DirectoryInfo directory)
            {
                bytes += directory.EnumerateFiles("*", SearchOption.AllDirectories).Sum(f => f.Length);
                directory.Delete(recursive: true);
            }
            else if (!IsBeingMade(left.Name))
            {
                bytes += ((FileInfo)left).Length;
                left.Delete();
            }
        }

        return bytes;
    }

    /// <summary>Gives the directory free again.</summary>
    public void Dispose()
    {
        if (_claim is not null)
        {
            File.Delete(HolderFile);
            _claim.Dispose();
            _claim = null;
        }
    }

    /// <summary>A backup may be made from a terminal while the application starts.</summary>
    private static bool IsBeingMade(string name) =>
        int.TryParse(name[ScratchMark.Length..].Split('-')[0], NumberStyles.None, CultureInfo.InvariantCulture, out var maker) && Directory.Exists($"/proc/{maker}");

    private bool TryClaim()
    {
        try
        {
            Directory.CreateDirectory(Root);
            _claim = new FileStream(ClaimFile, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            return true;
        }
        catch (IOException error) when ((error.HResult & 0xFFFF) == WouldBlock)
        {
            return false;
        }
        catch (Exception error) when (error is UnauthorizedAccessException or IOException)
        {
            throw new IOException($"{Root} cannot be written ({error.Message.TrimEnd('.')}). Give the right to write there, or another --data directory.", error);
        }
    }

    private string Holder()
    {
        try
        {
            return "process " + File.ReadAllText(HolderFile).Trim();
        }
        catch (IOException)
        {
            return "another process";
        }
    }
}
