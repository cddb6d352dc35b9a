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
                Console.WriteLine($"Checked and restored into {options.Data}.");
                return 0;
            case "unlock" when options.Name is { Length: > 0 } name:
                return await TerminalDoor.UnlockAsync(file, name);
            case "password" when options.Name is { Length: > 0 } name:
                return await TerminalDoor.LinkAsync(file, name, options);
            case "verify":
                var verdict = await LogChain.VerifyAsync(file);
                Console.WriteLine($"{LogVerdictWords.Say(verdict)} {LogVerdictWords.Why(verdict)}");
                return verdict.IsWhole ? 0 : 1;
            default:
                await Console.Error.WriteLineAsync("Commands are backup, restore FILE, verify, unlock NAME and password NAME.");
                return 2;
        }
    }
}
