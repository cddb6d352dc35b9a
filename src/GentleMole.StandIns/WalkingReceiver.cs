using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Trace;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.StandIns;

/// <summary>
/// SIMULATED transmitter and receiver. Solves the hookup on a hidden ground, walks the target as it really lies, and streams
/// what the receiver shows into the job through the public API, as a device would: with dropped connections, readings sent
/// twice and readings that come late.
/// </summary>
public sealed class WalkingReceiver(HttpClient api, WalkOrder order)
{
    private const double StepMetres = 2;
    private const double HandMetres = 0.015;
    private const double ReachMetres = 1.5;

    /// <summary>A null farther from the peak than this is no null of this line: there the locator has lost it.</summary>
    private const double LostMetres = 3;
    private const int MostTries = 8;

    /// <summary>Where the null lies farther from the peak, a row across is taken too: so many readings to each side.</summary>
    private const double RowFromMetres = 0.1;

    private const int RowHalf = 5;
    private const double RowStepMetres = 0.2;
    private const int MostRows = 3;
    private readonly Random _random = new(order.Seed);
    private WalkProgress _progress = new(0, 0, 0, 0, 0, false, "");

    /// <summary>How the walk goes, from any thread.</summary>
    public WalkProgress Progress => Volatile.Read(ref _progress);

    /// <summary>Takes all readings of the walk: what the receiver shows above the hidden ground.</summary>
    public IReadOnlyList<SentReading> Take()
    {
        if (order.Ground.Energise(order.Hookup, order.Transmitter) is not { } energised)
        {
            return [];
        }

        var walk = energised.Walk(order.Receiver, _random, HandMetres);
        var run = order.Ground.Line(order.Hookup.Target)!.Run;
        var readings = new List<SentReading>();
        var rows = 0;
        string Moment() => InstantPattern.General.Format(order.StartedAt + Duration.FromSeconds(10 * readings.Count));
        for (var s = StepMetres; s < run.Length - 1; s += StepMetres)
        {
            var dot = walk.Dot(run, s, ReachMetres);
            if (Math.Abs(dot.NullOffsetMetres) > LostMetres)
            {
                continue;
            }

            readings.Add(new SentReading(
                NextId(), Moment(), order.Utility,
                Math.Round(dot.Place.East, 3), Math.Round(dot.Place.North, 3), Math.Round(dot.PeakTesla * 1e9, 4), Math.Round(dot.NullTesla * 1e9, 4),
                dot.DepthMetres is { } d and > 0.01 and < 20 ? Math.Round(d, 2) : null,
                dot.CurrentAmperes is { } i and < 100 ? Math.Round(i * 1000, 2) : null,
                Math.Round(dot.Direction.Degrees) % 360, order.Hookup.Hertz));
            if (Math.Abs(dot.NullOffsetMetres) < RowFromMetres || rows >= MostRows)
            {
                continue;
            }

            rows++;
            var right = run.DirectionAt(s).Right;
            foreach (var reading in walk.Row(run, s, dot.Place, RowStepMetres, RowHalf, 0.05))
            {
                var place = dot.Place + (right * reading.OffsetMetres);
                readings.Add(new SentReading(
                    NextId(), Moment(), RowAcross.Word, Math.Round(place.East, 3), Math.Round(place.North, 3), Math.Round(reading.Peak * 1e9, 4), Math.Round((reading.Null ?? 0) * 1e9, 4),
                    null, null, Math.Round(dot.Direction.Degrees) % 360, order.Hookup.Hertz));
            }
        }

        return readings;
    }

    /// <summary>Walks and streams until every reading is delivered or the API cannot be reached.</summary>
    /// <param name="pause">Time between two readings.</param>
    public async Task WalkAsync(TimeSpan pause, CancellationToken cancellation)
    {
        try
        {
            var readings = Take();
            Tell(p => p with { Readings = readings.Count, Trouble = readings.Count == 0 ? "There is nothing to hear on this line." : "" });
            var late = new List<SentReading>();
            for (var i = 0; i < readings.Count; i++)
            {
                var chance = _random.NextDouble();
                if (chance < 0.15)
                {
                    late.Add(readings[i]);
                    Tell(p => p with { Late = p.Late + 1 });
                }
                else
                {
                    // Now and then the last one goes along again: the device did not hear the answer.
                    var batch = chance > 0.8 && i > 0 && !late.Contains(readings[i - 1]) ? new[] { readings[i - 1], readings[i] } : [readings[i]];
                    await DeliverAsync(batch, dropAnswer: chance is > 0.4 and < 0.5, dropBefore: chance is > 0.5 and < 0.58, cancellation);
                }

                await Task.Delay(pause, cancellation);
            }

            for (var i = late.Count - 1; i >= 0; i--)
            {
                await DeliverAsync([late[i]], false, false, cancellation);
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

            using var answer = await api.PostAsJsonAsync($"/api/v1/jobs/{order.JobId}/readings", new { readings = batch }, cancellation);
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

    private string NextId()
    {
        var bytes = new byte[16];
        _random.NextBytes(bytes);
        return new Guid(bytes).ToString();
    }
}
