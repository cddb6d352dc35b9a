using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Writing;

/// <summary>
/// Moves what was written ahead into the database file, on a thread of its own: whoever writes waits for one sync of a file
/// that is written in order, not for pages all over the database. When the write-ahead file has grown long all the same, it
/// asks for a short turn in which it moves the rest, so that the file is begun anew.
/// </summary>
internal sealed class Checkpoints : IDisposable
{
    private const long PageBytes = 4096;
    private const long WorthMoving = 4 << 20;
    private const long TooLong = 40 << 20;
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
        var moved = 0L;
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
                if (Move(connection) is var written && written > TooLong && written != moved)
                {
                    // Most of it was moved while others went on; so is now what came meanwhile. What is left then is short, and
                    // with nobody writing until it is moved too, the next who writes begins the file anew.
                    Move(connection);
                    using var turn = _gate.Enter();
                    moved = Move(connection);
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

    /// <summary>Moves what nobody reads any more; gives how many bytes were written ahead since the file was begun.</summary>
    private static long Move(SqliteConnection connection)
    {
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA wal_checkpoint(PASSIVE)";
        using var answer = command.ExecuteReader();
        return answer.Read() ? answer.GetInt64(1) * PageBytes : 0;
    }
}
