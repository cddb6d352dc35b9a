using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Writing;

/// <summary>
/// Moves what was written ahead into the database file, on a thread of its own: whoever writes waits for one sync of a file
/// that only grows, not for pages all over the database. When the write-ahead file has grown long all the same, it asks for
/// a turn and cuts it back.
/// </summary>
internal sealed class Checkpoints : IDisposable
{
    private const long WorthMoving = 4 << 20;
    private const long TooLong = 64 << 20;
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(500);

    private readonly CancellationTokenSource _stop = new();
    private readonly DataFolder _folder;
    private readonly WriteGate _gate;
    private readonly Thread _thread;

    public Checkpoints(DataFolder folder, WriteGate gate)
    {
        (_folder, _gate) = (folder, gate);
        _thread = new Thread(Work) { IsBackground = true, Name = "store checkpoints", Priority = ThreadPriority.BelowNormal };
        _thread.Start();
    }

    public void Dispose()
    {
        _stop.Cancel();
        _thread.Join();
        _stop.Dispose();
    }

    private void Work()
    {
        SqliteConnection? connection = null;
        while (!_stop.Token.WaitHandle.WaitOne(Pause))
        {
            try
            {
                var length = new FileInfo(_folder.Database + "-wal") is { Exists: true } journal ? journal.Length : 0;
                if (length < WorthMoving)
                {
                    continue;
                }

                connection ??= StoreConnection.Open(_folder.Database);
                if (length > TooLong)
                {
                    // Most of it first, while others go on; the rest with everybody waiting is short then.
                    connection.Run("PRAGMA wal_checkpoint(PASSIVE);");
                    using var turn = _gate.Enter();
                    connection.Run("PRAGMA wal_checkpoint(TRUNCATE);");
                }
                else
                {
                    connection.Run("PRAGMA wal_checkpoint(PASSIVE);");
                }
            }
            catch (Exception error) when (error is SqliteException or IOException)
            {
                // A full disk or a file that is gone is told by whoever wants to write; here it is tried again.
                connection?.Dispose();
                connection = null;
            }
        }

        connection?.Dispose();
    }
}
