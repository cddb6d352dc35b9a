using System.Diagnostics;
using System.Threading.Channels;
using GentleMole.Core;
using GentleMole.Core.Sweeps;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Live;

/// <summary>
/// Ticks passes off by themselves while a device walks them. It waits for a breath, so that what streams is looked at a few times a
/// second at most and takes no more than a part of a processor; a job that was handed over, or whose cautions nobody has read today, is left to people.
/// </summary>
internal sealed partial class LiveTicks(IServiceScopeFactory scopes, LiveDesk desk, TimeProvider clock, ILogger<LiveTicks> log) : BackgroundService
{
    private static readonly TimeSpan Breath = TimeSpan.FromMilliseconds(400);

    /// <summary>After work it rests so many times as long.</summary>
    private const double Rest = 4;

    private const int MostWaiting = 1000;

    private readonly Channel<int> _jobs = Channel.CreateBounded<int>(new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest, SingleReader = true });

    /// <summary>Says that a device has sent something on a job.</summary>
    public void Look(int jobId, IReadOnlyList<Sample> samples)
    {
        if (samples.Any(s => PassTrack.IsNamed(s.Utility)))
        {
            _jobs.Writer.TryWrite(jobId);
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (await _jobs.Reader.WaitToReadAsync(stoppingToken))
        {
            await Task.Delay(Breath, stoppingToken);
            var jobs = new HashSet<int>();
            while (_jobs.Reader.TryRead(out var job))
            {
                jobs.Add(job);
            }

            var began = Stopwatch.GetTimestamp();
            foreach (var job in jobs)
            {
                await TickAsync(job, stoppingToken);
            }

            await Task.Delay(Stopwatch.GetElapsedTime(began) * Rest, stoppingToken);
        }
    }

    private async Task TickAsync(int jobId, CancellationToken cancellation)
    {
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            var db = scope.ServiceProvider.GetRequiredService<MoleDb>();
            if (await scope.ServiceProvider.GetRequiredService<SheetLoader>().LoadAsync(jobId, cancellation) is not { Job.HandedOverAt: null, OpenCautions.Count: 0 } sheet
                || sheet.Job.Sweeps.Count == 0)
            {
                return;
            }

            if ((await PassTicker.TickAsync(db, jobId, null, clock.Now(), cancellation)).Walked > 0)
            {
                desk.TellSheet(jobId);
            }
        }
        catch (Exception error) when (!cancellation.IsCancellationRequested)
        {
            // The track stays where it is; the next that comes, or the button on the page, has it looked at again.
            NotTicked(error, jobId);
        }
    }

    [LoggerMessage(LogLevel.Warning, "Passes of job {JobId} could not be ticked off by what a device sent.")]
    private partial void NotTicked(Exception error, int jobId);
}
