using System.Collections.Concurrent;
using GentleMole.Core;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>
/// Where outsiders' drawings are read: two at once, the others wait in the order in which they came and can be told how many
/// are before them. Who leaves gives up the place, and ends the reading.
/// </summary>
internal sealed class ReadingRoom : IDisposable
{
    private const int AtOnce = 2;
    private const int MostWaiting = 20;

    private readonly SemaphoreSlim _seats = new(AtOnce);
    private readonly ConcurrentDictionary<Guid, long> _tickets = new();
    private long _lastTicket;

    /// <summary>Reads a file when its turn comes; a refusal at <c>file</c>.</summary>
    /// <param name="sent">Id under which it was sent, by which its place can be asked for.</param>
    public async Task<Result<OwnersDrawing>> ReadAsync(Guid sent, string path, string name, CancellationToken cancellation)
    {
        if (_tickets.Count >= AtOnce + MostWaiting)
        {
            return new FieldError("file", "Too many drawings wait to be read. Nothing of this one was kept; send it again in a minute.");
        }

        _tickets[sent] = Interlocked.Increment(ref _lastTicket);
        try
        {
            await _seats.WaitAsync(cancellation);
            try
            {
                return await DrawingChild.ReadAsync(path, name, ChildLimits.Usual, cancellation);
            }
            finally
            {
                _seats.Release();
            }
        }
        finally
        {
            _tickets.TryRemove(sent, out _);
        }
    }

    /// <summary>How many must be read before this one can begin; null when it is not here.</summary>
    public int? Before(Guid sent) => _tickets.TryGetValue(sent, out var mine) ? Math.Max(0, _tickets.Values.Count(t => t < mine) - AtOnce + 1) : null;

    public void Dispose() => _seats.Dispose();
}
