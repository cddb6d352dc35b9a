using System.Diagnostics;
using System.Globalization;
using NodaTime;

namespace GentleMole.Store;

/// <summary>
/// The one directory that holds everything that is kept, and who may work on it: one process at a time. The claim is a lock
/// of the operating system on a file, so it ends with the process, however that ends.
/// </summary>
public sealed class DataFolder(string path) : IDisposable
{
    private const string ScratchMark = ".scratch-";
    private const string DatabaseName = "gentle-mole.db";
    private const int DeepestPath = 4;

    /// <summary>What the system answers when somebody else holds the lock (EWOULDBLOCK).</summary>
    private const int WouldBlock = 11;

    private const UnixFileMode ForOthers = UnixFileMode.GroupRead | UnixFileMode.GroupWrite | UnixFileMode.GroupExecute
        | UnixFileMode.OtherRead | UnixFileMode.OtherWrite | UnixFileMode.OtherExecute;

    private static readonly TimeSpan AskAgain = TimeSpan.FromMilliseconds(100);
    private FileStream? _claim;

    public string Root { get; } = Path.GetFullPath(path);

    public string Database => Path.Combine(Root, DatabaseName);

    public string Photos => Path.Combine(Root, "photos");

    /// <summary>Drawings that were looked at and not taken over yet.</summary>
    public string Imports => Path.Combine(Root, "imports");

    /// <summary>Traces of radar profiles.</summary>
    public string Radar => Path.Combine(Root, "radar");

    /// <summary>Signed heads of the log, one a day: they go with every backup.</summary>
    public string Heads => Path.Combine(Root, "heads");

    public string Backups => Path.Combine(Root, "backups");

    /// <summary>Keys of sessions and form tokens.</summary>
    public string Keys => Path.Combine(Root, "keys");

    /// <summary>What the simulated notice centre of the demo has handed out and taken.</summary>
    public string SimulatedCentre => Path.Combine(Root, "simulated-notice-centre.json");

    /// <summary>File of a photo.</summary>
    public string PhotoFile(Guid id, string format) => Path.Combine(Photos, $"{id:N}.{format}");

    /// <summary>File of a profile's traces.</summary>
    public string RadarFile(Guid id) => Path.Combine(Radar, $"{id:N}.traces");

    /// <summary>File of traces that came while a profile is still walked, by the number of the first.</summary>
    public string RadarPartFile(Guid id, int first) => Path.Combine(Radar, $"{id:N}.{first:D7}.part");

    /// <summary>File of a drawing that lies on the desk, and the file that holds the name it came with.</summary>
    public (string Data, string Name) ImportFiles(int jobId, Guid id) => (Path.Combine(Imports, $"{jobId}-{id:N}.data"), Path.Combine(Imports, $"{jobId}-{id:N}.name"));

    /// <summary>File of a backup made at a moment.</summary>
    public string BackupFile(Instant now) => Path.Combine(Backups, $"mole-{now.ToString("yyyy-MM-dd-HHmmss", CultureInfo.InvariantCulture)}.zip");

    /// <summary>Everything that is kept beside the database, by its path from the directory: what a backup takes along.</summary>
    public IEnumerable<string> Kept() => !Directory.Exists(Root)
        ? []
        : Directory.EnumerateFiles(Root, "*", SearchOption.AllDirectories)
            .Select(f => Path.GetRelativePath(Root, f).Replace(Path.DirectorySeparatorChar, '/')).Where(IsKept).Order(StringComparer.Ordinal);

    /// <summary>
    /// True for the path of something that is kept: neither the database, whose copy is made by itself, nor backups, nor what
    /// says who holds the directory, nor scratch; and no path that would leave it.
    /// </summary>
    public static bool IsKept(string path)
    {
        var steps = path.Split('/');
        return steps.Length <= DeepestPath
            && Array.TrueForAll(steps, s => s.Length > 0 && s[0] != '.' && !s.Contains('\\', StringComparison.Ordinal) && s.IndexOfAny(Path.GetInvalidFileNameChars()) < 0)
            && steps[0] != "backups" && !steps[0].StartsWith(DatabaseName, StringComparison.Ordinal) && !steps[0].StartsWith("in-use.", StringComparison.Ordinal);
    }

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

    /// <summary>
    /// What lies here is for its owner alone: directories 0700, files 0600. What was open to others is shut, and that is said.
    /// </summary>
    public void Shut(Action<string> say)
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }

        var open = 0;
        foreach (var entry in new DirectoryInfo(Root).EnumerateFileSystemInfos("*", new EnumerationOptions { RecurseSubdirectories = true, AttributesToSkip = FileAttributes.ReparsePoint }).Prepend(new DirectoryInfo(Root)))
        {
            try
            {
                var mode = entry.UnixFileMode;
                if ((mode & ForOthers) != 0)
                {
                    open++;
                    entry.UnixFileMode = mode & ~ForOthers;
                }
            }
            catch (Exception error) when (error is FileNotFoundException or DirectoryNotFoundException)
            {
                // Gone meanwhile.
            }
        }

        if (open > 0)
        {
            say($"{Root} was open to others on this machine ({open} {(open == 1 ? "entry" : "entries")}); now it is for its owner alone.");
        }
    }

    /// <summary>Removes what killed backups and restores left behind. Only for the process that holds the directory.</summary>
    public void Sweep(Action<string> say)
    {
        var bytes = Sweep(Root) + Sweep(Backups) + Sweep(Imports) + Sweep(Heads);
        if (bytes > 0)
        {
            say(string.Create(CultureInfo.InvariantCulture, $"Swept {bytes / 1e6:0.0} MB that an interrupted backup, restore or upload had left in {Root}."));
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
