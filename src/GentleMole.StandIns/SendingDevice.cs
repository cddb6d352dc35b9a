using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.StandIns;

/// <summary>SIMULATED device that sends things of one kind, some at a time.</summary>
public abstract class SendingDevice<T>(HttpClient api, int jobId, int seed) : SimulatedDevice(jobId, seed)
{
    private const int MostTries = 8;

    /// <summary>Things that are sent together.</summary>
    protected virtual int AtOnce => 1;

    /// <summary>Where they are sent.</summary>
    protected abstract string Path { get; }

    /// <summary>True where the end of the walk is told too.</summary>
    protected virtual bool HasEnd => false;

    /// <summary>Takes all of them: what the instrument shows above the hidden ground.</summary>
    public abstract IReadOnlyList<T> Take();

    /// <summary>What is sent for some of them.</summary>
    /// <param name="isLast">All the others have been delivered.</param>
    protected abstract object Body(IReadOnlyList<T> batch, bool isLast);

    /// <inheritdoc/>
    public override async Task WalkAsync(TimeSpan pause, CancellationToken cancellation)
    {
        try
        {
            var readings = Take();
            Tell(p => p with { Readings = readings.Count, Trouble = readings.Count == 0 ? "There is nothing to hear here." : "" });
            var late = new List<T[]>();
            T[]? last = null;
            foreach (var together in readings.Chunk(AtOnce))
            {
                var chance = Chance.NextDouble();
                if (chance < 0.15)
                {
                    late.Add(together);
                    last = null;
                    Tell(p => p with { Late = p.Late + together.Length });
                }
                else
                {
                    // Now and then the last ones go along again: the device did not hear the answer.
                    T[] batch = chance > 0.8 && last is not null ? [.. last, .. together] : together;
                    last = together;
                    await DeliverAsync(batch, dropAnswer: chance is > 0.4 and < 0.5, dropBefore: chance is > 0.5 and < 0.58, cancellation);
                }

                await Task.Delay(pause, cancellation);
            }

            for (var i = late.Count - 1; i >= 0; i--)
            {
                await DeliverAsync(late[i], false, false, cancellation);
            }

            if (HasEnd && readings.Count > 0)
            {
                await DeliverAsync([], false, false, cancellation, isLast: true);
            }
        }
        catch (Exception error) when (error is HttpRequestException or JsonException)
        {
            Tell(p => p with { Trouble = "The connection is gone: " + error.Message });
        }
        catch (OperationCanceledException)
        {
            Tell(p => p with { Trouble = "Stopped." });
        }
        finally
        {
            Tell(p => p with { Ended = true });
        }
    }

    private async Task DeliverAsync(IReadOnlyList<T> batch, bool dropAnswer, bool dropBefore, CancellationToken cancellation, bool isLast = false)
    {
        for (var attempt = 0; attempt < MostTries; attempt++)
        {
            if (dropBefore && attempt == 0)
            {
                // Out of reception: nothing left the device.
                Tell(p => p with { Dropped = p.Dropped + 1 });
                continue;
            }

            using var answer = await api.PostAsJsonAsync(Path, Body(batch, isLast), cancellation);
            if (dropAnswer && attempt == 0)
            {
                // The job has them, but the device never hears of it and sends them again.
                Tell(p => p with { Dropped = p.Dropped + 1 });
                Count(await ReadAsync(answer, cancellation), countRepeats: false);
                continue;
            }

            answer.EnsureSuccessStatusCode();
            Count(await ReadAsync(answer, cancellation), countRepeats: true);
            return;
        }
    }

    private void Count((int Accepted, int Duplicates) taken, bool countRepeats) =>
        Tell(p => p with { Delivered = p.Delivered + taken.Accepted, Repeated = p.Repeated + (countRepeats ? taken.Duplicates : 0) });

    private static async Task<(int Accepted, int Duplicates)> ReadAsync(HttpResponseMessage answer, CancellationToken cancellation)
    {
        using var body = JsonDocument.Parse(await answer.Content.ReadAsStringAsync(cancellation));
        return body.RootElement.TryGetProperty("accepted", out var accepted) && body.RootElement.TryGetProperty("duplicates", out var duplicates)
            ? (accepted.GetInt32(), duplicates.GetInt32())
            : (0, 0);
    }
}
