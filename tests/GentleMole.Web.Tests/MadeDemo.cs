using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests;

/// <summary>
/// The demo as it stands when it has just been made. Its grounds are simulated once for all tests: that takes longer than most of them,
/// so each host starts on a copy.
/// </summary>
internal static class MadeDemo
{
    private static readonly Lazy<MoleHost> Made = new(Make);

    /// <summary>Lays the demo's data, and beside it the key of its log, where the application is about to start for the first time.</summary>
    public static void CopyToNew(string directory)
    {
        if (Directory.Exists(directory) && Directory.EnumerateFileSystemEntries(directory).Any())
        {
            return;
        }

        Copy(Made.Value.DataDirectory, directory);
        Copy(Path.GetDirectoryName(Made.Value.HeadKey)!, Path.GetDirectoryName(MoleHost.KeyBeside(directory))!);
    }

    private static DemoMaker Make()
    {
        var maker = new DemoMaker();
        AppDomain.CurrentDomain.ProcessExit += (_, _) => maker.RemoveData();
        // Ended properly before anybody copies: nothing of it is then written any more.
        using (maker)
        {
            _ = maker.Services.GetRequiredService<Store.StoreFile>();
        }

        WaitUntilLetGo(Path.Combine(maker.DataDirectory, "in-use.lock"));
        return maker;
    }

    /// <summary>What it still did in the background when it was told to end, it does to its end; then it lets its directory go.</summary>
    private static void WaitUntilLetGo(string file)
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var free = new FileStream(file, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
                return;
            }
            catch (IOException) when (tries < 600)
            {
                Thread.Sleep(50);
            }
        }
    }

    private static void Copy(string from, string to)
    {
        Directory.CreateDirectory(to);
        foreach (var directory in Directory.EnumerateDirectories(from, "*", SearchOption.AllDirectories))
        {
            Directory.CreateDirectory(Path.Combine(to, Path.GetRelativePath(from, directory)));
        }

        foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
        {
            File.Copy(file, Path.Combine(to, Path.GetRelativePath(from, file)));
        }
    }

    /// <summary>Makes the data that others start on, and leaves it where it is.</summary>
    private sealed class DemoMaker : MoleHost
    {
        private protected override bool StartsOnCopy => false;

        private protected override bool KeepsData => true;
    }
}
