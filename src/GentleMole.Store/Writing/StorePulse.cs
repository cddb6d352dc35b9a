using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Writing;

/// <summary>Asks the store to answer and to keep something, as real work does.</summary>
public sealed class StorePulse(DataFolder folder, StoreFile file, WriteGate gate)
{
    /// <summary>With less room than this a batch of readings may no longer find a place.</summary>
    private const long LeastRoom = 8 << 20;

    /// <exception cref="SqliteException">It does not; see <see cref="StoreTrouble"/>.</exception>
    public async Task BeatAsync(CancellationToken cancellation = default)
    {
        if (!await file.AnswersAsync(cancellation).ConfigureAwait(false))
        {
            throw new SqliteException("There is no store in its place.", SQLitePCL.raw.SQLITE_CANTOPEN);
        }

        if (folder.RoomLeft < LeastRoom)
        {
            throw new SqliteException("There is hardly any room left.", SQLitePCL.raw.SQLITE_FULL);
        }

        using var turn = await gate.EnterAsync(cancellation).ConfigureAwait(false);
        using var connection = StoreConnection.Open(folder.Database);

        // The file's own number for users of it; nothing here reads it.
        connection.Run("PRAGMA user_version = 1;");
    }
}
