using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Backups;
using GentleMole.Store.Log;
using GentleMole.Web.Setup;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;

namespace GentleMole.Web;

/// <summary>What can be done from a terminal, also while the application runs: back up, restore, verify, open a door.</summary>
internal static class MoleCommand
{
    /// <summary>Runs a command named in the arguments; null when there is none and the application is to be served.</summary>
    public static async Task<int?> TryRunAsync(string[] args)
    {
        var options = new ConfigurationBuilder().AddEnvironmentVariables().AddCommandLine(args).Build().Get<MoleOptions>() ?? new MoleOptions();
        if (options.Command is not { Length: > 0 } command)
        {
            return null;
        }

        using var folder = new DataFolder(options.Data);
        var file = new StoreFile(folder);
        if (command != "restore" && !File.Exists(file.Path))
        {
            await Console.Error.WriteLineAsync($"There is no database in {options.Data}.");
            return 1;
        }

        switch (command)
        {
            case "backup":
                Console.WriteLine(await new StoreBackup(folder).MakeAsync(TimeProvider.System.Now(), options.File));
                return 0;
            case "restore" when options.File is { Length: > 0 } backup:
                await StoreRestore.RunAsync(backup, options.Data, Console.WriteLine);
                await BeginAgainAsync(file, options);
                Console.WriteLine($"Checked and restored into {options.Data}.");
                return 0;
            case "unlock" when options.Name is { Length: > 0 } name:
                return await TerminalDoor.UnlockAsync(file, name);
            case "password" when options.Name is { Length: > 0 } name:
                return await TerminalDoor.LinkAsync(file, name, options);
            case "verify":
                var verdict = await LogChain.VerifyAsync(file, new HeadKeeper(folder, options.HeadKey));
                Console.WriteLine($"{LogVerdictWords.Say(verdict)} {LogVerdictWords.Why(verdict)}");
                return verdict.IsWhole && await HoldsKeptAsync(file, options) ? 0 : 1;
            default:
                await Console.Error.WriteLineAsync("Commands are backup, restore FILE, verify, unlock NAME and password NAME.");
                return 2;
        }
    }

    /// <summary>Heads that somebody kept elsewhere: does the log still hold them?</summary>
    private static async Task<bool> HoldsKeptAsync(StoreFile file, MoleOptions options)
    {
        var holds = true;
        if (options.Head is { Length: > 0 } hash)
        {
            var at = await LogChain.FindAsync(file, hash.Trim().ToLowerInvariant());
            Console.WriteLine(at is null ? $"The log does not hold the head {hash}." : $"The head {hash} is entry {at}.");
            holds = at is not null;
        }

        if (options.Since is { Length: > 0 } path)
        {
            var head = SignedHead.Read(path);
            var at = head is null || !head.Fits() ? null : await LogChain.FindAsync(file, head.Head);
            Console.WriteLine(head is null ? $"{path} holds no signed head."
                : !head.Fits() ? $"The signature in {path} does not fit: it was altered."
                : at != head.Entries ? $"The log does not hold what was signed on {head.At:uuuu-MM-dd HH:mm} at entry {head.Entries}."
                : $"The log holds what was signed on {head.At:uuuu-MM-dd HH:mm} at entry {head.Entries}.");
            holds &= head is not null && at == head.Entries;
        }

        return holds;
    }

    /// <summary>After a restore the log goes on from where the backup ended, and that is said.</summary>
    private static async Task BeginAgainAsync(StoreFile file, MoleOptions options)
    {
        var heads = new HeadKeeper(file.Folder, options.HeadKey);
        if (await LogChain.VerifyAsync(file) is { IsWhole: true, Entries: > 0 } verdict && await LogChain.FirstAsync(file) is { } store)
        {
            heads.BeginAgain(store, verdict.Entries, Console.WriteLine);
        }
    }
}
