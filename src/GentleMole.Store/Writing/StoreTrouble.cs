using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Writing;

/// <summary>Tells troubles of the store from mistakes of the program.</summary>
public static class StoreTrouble
{
    private const int NoSpaceOnDevice = 28;

    /// <summary>What is the matter with the store; null when the error is something else.</summary>
    public static StoreTroubleFacts? Of(Exception? error)
    {
        for (var e = error; e is not null; e = e.InnerException)
        {
            var found = e switch
            {
                StoreBusyException busy => new StoreTroubleFacts(StoreTroubleKind.Busy, "Too many are writing at this moment; nothing of this was stored. Try again in a few seconds.", busy.After),
                SqliteException { SqliteErrorCode: 1 } sqlite when sqlite.Message.Contains("no such table", StringComparison.Ordinal) => OfKind(StoreTroubleKind.Damaged),
                SqliteException sqlite => OfCode(sqlite.SqliteErrorCode),
                IOException io when (io.HResult & 0xFFFF) == NoSpaceOnDevice => OfKind(StoreTroubleKind.Full),
                _ => null,
            };
            if (found is not null)
            {
                return found;
            }

            // A row that another save removed or made first is no matter of the file.
            if (e is DbUpdateConcurrencyException)
            {
                return null;
            }
        }

        return null;
    }

    public static StoreTroubleFacts OfKind(StoreTroubleKind kind) => kind switch
    {
        StoreTroubleKind.Busy => new(kind, "Another program keeps the database locked; nothing of this was stored. Try again in a few seconds.", TimeSpan.FromSeconds(5)),
        StoreTroubleKind.Full => new(kind, "The disk is full; nothing of this was stored. Free some space, then send it again.", TimeSpan.FromSeconds(30)),
        StoreTroubleKind.ReadOnly => new(kind, "The database cannot be written; nothing of this was stored. Whoever looks after the server must give back the right to write.", TimeSpan.FromSeconds(30)),
        StoreTroubleKind.Gone => new(kind, "The database cannot be opened where it should lie; nothing of this was stored. Whoever looks after the server must look.", TimeSpan.FromSeconds(30)),
        StoreTroubleKind.Damaged => new(kind, "The database file is damaged or is not ours; nothing of this was stored. Whoever looks after the server must restore the latest backup.", TimeSpan.FromMinutes(5)),
        StoreTroubleKind.Disk => new(StoreTroubleKind.Disk, "The disk does not answer as it should; nothing of this was stored. Whoever looks after the server must look.", TimeSpan.FromSeconds(30)),
    };

    private static StoreTroubleFacts? OfCode(int code) => code switch
    {
        5 or 6 => OfKind(StoreTroubleKind.Busy),
        8 => OfKind(StoreTroubleKind.ReadOnly),
        10 => OfKind(StoreTroubleKind.Disk),
        11 or 26 => OfKind(StoreTroubleKind.Damaged),
        13 => OfKind(StoreTroubleKind.Full),
        14 => OfKind(StoreTroubleKind.Gone),
        _ => null,
    };
}
