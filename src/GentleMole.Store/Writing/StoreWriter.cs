using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Writing;

/// <summary>
/// Writes what streams in. Batches queue up; one thread takes what is there, puts each behind a savepoint of its own, and
/// commits them together, so that many small batches cost one wait for the disk; a batch that meets nobody is written at once. A batch is answered after the commit that
/// holds it, never before. Saves of pages take their turn at the same gate.
/// </summary>
internal sealed class StoreWriter : IDisposable
{
    /// <summary>Batches that may wait; more are refused and come again.</summary>
    public const int MostWaiting = 256;

    /// <summary>A group ends after this long, so that a page's save never waits for a whole queue.</summary>
    private static readonly TimeSpan LongestGroup = TimeSpan.FromMilliseconds(30);

    private readonly BlockingCollection<Batch> _queue = new(MostWaiting);
    private readonly DataFolder _folder;
    private readonly WriteGate _gate;
    private readonly Thread _thread;
    private WriteSession? _session;
    private volatile bool _isWell = true;

    public StoreWriter(DataFolder folder, WriteGate gate)
    {
        (_folder, _gate) = (folder, gate);
        _thread = new Thread(Work) { IsBackground = true, Name = "store writer" };
        _thread.Start();
    }

    /// <summary>Does work in its turn; the task ends after it is on the disk.</summary>
    /// <exception cref="StoreBusyException">Too much waits already.</exception>
    public Task<T> RunAsync<T>(Func<WriteSession, T> work)
    {
        var batch = new Batch<T>(work);

        // Nobody writes and nobody waits: written here and now it is on the disk before another thread would have woken.
        // While the store is in trouble only the thread waits for it.
        if (_isWell && _queue.Count == 0 && _gate.TryEnter() is { } free)
        {
            using (free)
            {
                WriteGroup(batch);
            }

            return batch.Done;
        }

        return _queue.TryAdd(batch)
            ? batch.Done
            : throw new StoreBusyException($"{MostWaiting} batches wait to be written.");
    }

    /// <summary>Writes what waits, then ends.</summary>
    public void Dispose()
    {
        _queue.CompleteAdding();
        _thread.Join();
        _queue.Dispose();
    }

    private void Work()
    {
        while (_queue.TryTake(out var first, Timeout.Infinite))
        {
            using var turn = _gate.Enter();
            WriteGroup(first);
        }

        using var last = _gate.Enter();
        _session?.Dispose();
    }

    private void WriteGroup(Batch first)
    {
        var taken = new List<Batch> { first };
        try
        {
            var session = _session ??= new WriteSession(_folder.Database);
            session.Begin();
            var began = Stopwatch.GetTimestamp();
            for (Batch? batch = first; batch is not null; batch = Stopwatch.GetElapsedTime(began) < LongestGroup && _queue.TryTake(out var next) ? next : null)
            {
                if (batch != first)
                {
                    taken.Add(batch);
                }

                session.Mark();
                if (batch.TryRun(session))
                {
                    session.Keep();
                }
                else if (session.IsInTransaction)
                {
                    session.Forget();
                }
                else
                {
                    // The whole group is gone with it.
                    throw batch.Trouble!;
                }
            }

            session.Commit();
            _isWell = true;
            taken.ForEach(b => b.Answer());
        }
        catch (Exception error)
        {
            _isWell = false;
            Recover();
            taken.ForEach(b => b.Fail(error));
            while (_queue.TryTake(out var waiting))
            {
                // What waits would fare no better, and is told at once rather than one by one after a wait each.
                waiting.Fail(error);
            }
        }
    }

    /// <summary>Begins the next group on a fresh connection: whatever was wrong may be over by then.</summary>
    private void Recover()
    {
        try
        {
            _session?.Undo();
            _session?.Dispose();
        }
        catch (SqliteException)
        {
            // It is closed all the same.
        }

        _session = null;
    }

    private abstract class Batch
    {
        public Exception? Trouble { get; protected set; }

        /// <summary>Runs the work; false when it failed.</summary>
        public abstract bool TryRun(WriteSession session);

        /// <summary>It is on the disk, or was refused by itself: say so.</summary>
        public abstract void Answer();

        public abstract void Fail(Exception error);
    }

    private sealed class Batch<T>(Func<WriteSession, T> work) : Batch
    {
        private readonly TaskCompletionSource<T> _done = new(TaskCreationOptions.RunContinuationsAsynchronously);
        private T? _result;

        public Task<T> Done => _done.Task;

        public override bool TryRun(WriteSession session)
        {
            try
            {
                _result = work(session);
                return true;
            }
            catch (Exception error)
            {
                Trouble = error;
                return false;
            }
        }

        public override void Answer()
        {
            if (Trouble is null)
            {
                _done.TrySetResult(_result!);
            }
            else
            {
                _done.TrySetException(Trouble);
            }
        }

        public override void Fail(Exception error) => _done.TrySetException(Trouble ?? error);
    }
}
