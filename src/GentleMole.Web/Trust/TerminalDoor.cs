using System.Security.Cryptography;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Setup;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>What whoever sits at the machine can do for somebody who does not get in, also while the application runs.</summary>
internal static class TerminalDoor
{
    private const string Terminal = "the terminal";

    /// <summary>Forgets the wrong tries for an account.</summary>
    public static async Task<int> UnlockAsync(StoreFile file, string name)
    {
        await using var db = StoreSetup.Open(file.Path);
        var ways = await DoorKeeper.UnlockAsync(db, name);
        await NoteAsync(db, SecurityEventKind.UnlockedAtTerminal, await FindAsync(db, name));
        Console.WriteLine(ways == 0 ? $"Nothing held {name} up." : $"{name} is held up no more.");
        return 0;
    }

    /// <summary>Makes a link by which a new password is set once.</summary>
    public static async Task<int> LinkAsync(StoreFile file, string name, MoleOptions options)
    {
        await using var db = StoreSetup.Open(file.Path);
        (db.Change.Who, db.Change.WhoId) = (Terminal, "");
        if (await FindAsync(db, name) is not { } user)
        {
            await Console.Error.WriteLineAsync($"Nobody has the sign-in name {name}.");
            return 1;
        }

        var code = ResetLinks.Give(user, TimeProvider.System.Now());
        user.Active = true;
        if (options.NoSecondFactor)
        {
            await SecondFactor.OffAsync(db, user);
        }

        await db.SaveChangesAsync();
        await DoorKeeper.UnlockAsync(db, name);
        await NoteAsync(db, SecurityEventKind.ResetAtTerminal, user);
        var address = string.IsNullOrWhiteSpace(options.PublicAddress) ? $"http://127.0.0.1:{options.Port}" : options.PublicAddress.TrimEnd('/');
        Console.WriteLine($"For {user.Name}, once, for a day: {address}/reset/{code}");
        return 0;
    }

    private static Task<MoleUser?> FindAsync(MoleDb db, string name)
    {
        var plain = name.ToUpperInvariant();
        return db.Users.AsTracking().SingleOrDefaultAsync(u => u.NormalizedUserName == plain);
    }

    private static async Task NoteAsync(MoleDb db, SecurityEventKind kind, MoleUser? about)
    {
        db.SecurityEvents.Add(new SecurityEvent { At = TimeProvider.System.Now(), Kind = kind, Who = Terminal, About = about is null ? "" : "for " + about.Name });
        await db.SaveChangesAsync();
    }
}
