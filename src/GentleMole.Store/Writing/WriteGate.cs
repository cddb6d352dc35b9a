namespace GentleMole.Store.Writing;

/// <summary>
/// One writer at a time, in the order in which they came. SQLite allows one anyway; waiting here costs no thread, where
/// waiting for its lock would keep one busy asking.
/// </summary>
public sealed class WriteGate : IDisposable
{
    private static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(8);
    private readonly SemaphoreSlim _turn = new(1, 1);

    /// <summary>Waits for the turn; disposing what is given ends it.</summary>
    /// <exception cref="StoreBusyException">The turn did not come in time.</exception>
    public async Task<IDisposable> EnterAsync(CancellationToken cancellation = default) =>
        await _turn.WaitAsync(LongestWait, cancellation).ConfigureAwait(false)
            ? new Turn(_turn)
            : throw new StoreBusyException("Others were writing for too long.");

    /// <summary>The turn, if nobody has it and nobody waits for it; else null.</summary>
    internal IDisposable? TryEnter() => _turn.Wait(0) ? new Turn(_turn) : null;

    /// <summary>
    /// For a thread that does nothing but write. It queues with everybody else; waiting synchronously would let it jump the
    /// queue.
    /// </summary>
    internal IDisposable Enter()
    {
        _turn.WaitAsync().GetAwaiter().GetResult();
        return new Turn(_turn);
    }

    public void Dispose() => _turn.Dispose();

    private sealed class Turn(SemaphoreSlim turn) : IDisposable
    {
        private SemaphoreSlim? _turn = turn;

        public void Dispose() => Interlocked.Exchange(ref _turn, null)?.Release();
    }
}
