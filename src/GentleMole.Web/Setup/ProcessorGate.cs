namespace GentleMole.Web.Setup;

/// <summary>Work that takes all processors is done one at a time: several at once would only hold up each other, and every page.</summary>
internal sealed class ProcessorGate : IDisposable
{
    private readonly SemaphoreSlim _one = new(1);

    /// <summary>Does it when its turn has come; what waits for nobody any more is not begun.</summary>
    public async Task<T> RunAsync<T>(Func<T> work, CancellationToken cancel)
    {
        await _one.WaitAsync(cancel);
        try
        {
            return await Task.Run(work, cancel);
        }
        finally
        {
            _one.Release();
        }
    }

    public void Dispose() => _one.Dispose();
}
