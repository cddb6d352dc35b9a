namespace GentleMole.Web.Setup;

/// <summary>Work that takes all processors is done one at a time: several at once would only hold up each other, and every page.</summary>
internal sealed class ProcessorGate : IDisposable
{
    private readonly SemaphoreSlim _one = new(1);
    private readonly Lock _lock = new();
    private CancellationTokenSource? _yielding;
    private int _waiting;

    /// <summary>Does it when its turn has come; what waits for nobody any more is not begun.</summary>
    public async Task<T> RunAsync<T>(Func<T> work, CancellationToken cancel)
    {
        lock (_lock)
        {
            _waiting++;
            _yielding?.Cancel();
        }

        try
        {
            await _one.WaitAsync(cancel);
        }
        finally
        {
            lock (_lock)
            {
                _waiting--;
            }
        }

        try
        {
            return await Task.Run(work, cancel);
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Does what nobody waits for: it gives way to whoever comes, and is begun again after that.</summary>
    /// <param name="work">Ends by the token's exception when it is to give way.</param>
    public async Task<T> RunYieldingAsync<T>(Func<CancellationToken, T> work)
    {
        while (true)
        {
            await _one.WaitAsync();
            using var yielding = new CancellationTokenSource();
            try
            {
                lock (_lock)
                {
                    _yielding = yielding;
                    if (_waiting > 0)
                    {
                        yielding.Cancel();
                    }
                }

                return await Task.Run(() => work(yielding.Token), yielding.Token);
            }
            catch (OperationCanceledException) when (yielding.IsCancellationRequested)
            {
                // Whoever came stands at the gate already.
            }
            finally
            {
                lock (_lock)
                {
                    _yielding = null;
                }

                _one.Release();
            }
        }
    }

    public void Dispose() => _one.Dispose();
}
