using System.Net.Http.Json;
using System.Text.Json;

namespace GentleMole.StandIns;

/// <summary>
/// SIMULATED device: streams its readings into a job through the public API, as a device would: with dropped connections, readings
/// sent twice and readings that come late.
/// </summary>
public abstract class SimulatedDevice(HttpClient api, int jobId, int seed)
{
    private const int MostTries = 8;

    private WalkProgress _progress = new(0, 0, 0, 0, 0, false, "");

    /// <summary>How it goes, from any thread.</summary>
    public WalkProgress Progress => Volatile.Read(ref _progress);

    /// <summary>The job it streams into.</summary>
    public int JobId => jobId;

    /// <summary>Readings that are sent together.</summary>
    protected virtual int AtOnce => 1;

    /// <summary>Its chance: a seed repeats a walk.</summary>
    protected Random Chance { get; } = new(seed);

    /// <summary>Takes all its readings: what the receiver shows above the hidden ground.</summary>
    public abstract IReadOnlyList<SentReading> Take();

    /// <summary>Walks and streams until every reading is delivered or the API cannot be reached.</summary>
    /// <param name="pause">Time between two sends.</param>
    public async Task WalkAsync(TimeSpan pause, CancellationToken cancellation)
    {
        try
        {
            var readings = Take();
            Tell(p => p with { Readings = readings.Count, Trouble = readings.Count == 0 ? "There is nothing to hear here." : "" });
            var late = new List<SentReading[]>();
            SentReading[]? last = null;
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
                    SentReading[] batch = chance > 0.8 && last is not null ? [.. last, .. together] : together;
                    last = together;
                    await DeliverAsync(batch, dropAnswer: chance is > 0.4 and < 0.5, dropBefore: chance is > 0.5 and < 0.58, cancellation);
                }

                await Task.Delay(pause, cancellation);
            }

            for (var i = late.Count - 1; i >= 0; i--)
            {
                await DeliverAsync(late[i], false, false, cancellation);
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

    private async Task DeliverAsync(IReadOnlyList<SentReading> batch, bool dropAnswer, bool dropBefore, CancellationToken cancellation)
    {
        for (var attempt = 0; attempt < MostTries; attempt++)
        {
            if (dropBefore && attempt == 0)
            {
                // Out of reception: nothing left the device.
                Tell(p => p with { Dropped = p.Dropped + 1 });
                continue;
            }

            using var answer = await api.PostAsJsonAsync($"/api/v1/jobs/{jobId}/readings", new { readings = batch }, cancellation);
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

    private void Tell(Func<WalkProgress, WalkProgress> change) => Volatile.Write(ref _progress, change(Progress));

    /// <summary>An id for a reading.</summary>
    protected string NextId()
    {
        var bytes = new byte[16];
        Chance.NextBytes(bytes);
        return new Guid(bytes).ToString();
    }
}
