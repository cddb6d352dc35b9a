using Microsoft.EntityFrameworkCore.Storage;

namespace GentleMole.Store.Writing;

/// <summary>A page's turn to write: its transaction, and the gate that it holds meanwhile.</summary>
public sealed class WriteTurn : IAsyncDisposable
{
    private readonly IDbContextTransaction _transaction;
    private readonly IDisposable _turn;

    internal WriteTurn(IDbContextTransaction transaction, IDisposable turn) => (_transaction, _turn) = (transaction, turn);

    public Task CommitAsync(CancellationToken cancellation = default) => _transaction.CommitAsync(cancellation);

    /// <summary>Undoes what was not committed, and lets the next one in.</summary>
    public async ValueTask DisposeAsync()
    {
        try
        {
            await _transaction.DisposeAsync().ConfigureAwait(false);
        }
        finally
        {
            _turn.Dispose();
        }
    }
}
