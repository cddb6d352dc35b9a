using System.Runtime.CompilerServices;
using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Core.Trace;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using NodaTime;

namespace GentleMole.Web.Live;

/// <summary>
/// What devices send, handed on to those who look at the job while it comes. Strips are held as long as somebody looks; with nobody
/// looking it costs nothing. What is handed on is stored already.
/// </summary>
internal sealed class LiveDesk(IServiceScopeFactory scopes, TimeProvider clock)
{
    /// <summary>What was walked in a day's work is shown to whoever comes later.</summary>
    private static readonly Duration LiveFor = Duration.FromHours(18);

    /// <summary>A browser is told at most so often; what comes meanwhile is told together.</summary>
    private static readonly TimeSpan Breath = TimeSpan.FromMilliseconds(60);

    /// <summary>Sign of life in silence, by which those who are gone are noticed.</summary>
    private static readonly TimeSpan Silence = TimeSpan.FromSeconds(15);

    /// <summary>After so long a browser asks again, and is asked again who it is.</summary>
    private static readonly Duration LongestWatch = Duration.FromMinutes(10);

    private const int MostStrips = 16;
    private const int MostWatching = 400;

    private readonly Lock _lock = new();
    private readonly Dictionary<int, Job> _jobs = [];
    private int _watching;

    /// <summary>A job that somebody looks at.</summary>
    private sealed class Job
    {
        public List<LiveStrip> Strips { get; } = [];

        public List<Watcher> Watchers { get; } = [];

        public int Named { get; set; }
    }

    /// <summary>Somebody who looks, and from where on each strip is not told yet.</summary>
    private sealed class Watcher
    {
        public Dictionary<LiveStrip, int> From { get; } = [];

        public bool Sheet { get; set; }

        public SemaphoreSlim Wake { get; } = new(0, 1);

        public void Call()
        {
            if (Wake.CurrentCount == 0)
            {
                Wake.Release();
            }
        }
    }

    /// <summary>Strips that are held of a job.</summary>
    public int HeldOf(int jobId)
    {
        lock (_lock)
        {
            return _jobs.TryGetValue(jobId, out var job) ? job.Strips.Count : 0;
        }
    }

    /// <summary>Hands on what a device has sent and what is stored by now.</summary>
    public void Tell(int jobId, string who, IReadOnlyList<Sample> samples)
    {
        lock (_lock)
        {
            if (!_jobs.TryGetValue(jobId, out var job))
            {
                return;
            }

            Put(job, samples.Select(s => (who, s)));
            if (samples.Any(s => !PassTrack.IsNamed(s.Utility)))
            {
                CallAll(job);
            }
        }
    }

    /// <summary>Says that the sheet of a job has changed.</summary>
    public void TellSheet(int jobId)
    {
        lock (_lock)
        {
            if (_jobs.TryGetValue(jobId, out var job))
            {
                CallAll(job);
            }
        }
    }

    /// <summary>What comes on a job: first what was sent of late, then everything new. Ends after a while, and is asked for again.</summary>
    public async IAsyncEnumerable<LiveNews> WatchAsync(int jobId, [EnumeratorCancellation] CancellationToken cancellation)
    {
        if (Interlocked.Increment(ref _watching) > MostWatching)
        {
            Interlocked.Decrement(ref _watching);
            yield break;
        }

        var (watcher, began) = (new Watcher(), clock.Now());
        try
        {
            await JoinAsync(jobId, watcher, began, cancellation);
            while (!cancellation.IsCancellationRequested && clock.Now() - began < LongestWatch)
            {
                var heard = await watcher.Wake.WaitAsync(Silence, cancellation);
                if (!heard || Take(watcher) is not { IsNothing: false } news)
                {
                    yield return new LiveNews([], false);
                    continue;
                }

                yield return news;
                await Task.Delay(Breath, cancellation);
            }
        }
        finally
        {
            Leave(jobId, watcher);
            Interlocked.Decrement(ref _watching);
        }
    }

    private async Task JoinAsync(int jobId, Watcher watcher, Instant now, CancellationToken cancellation)
    {
        bool isFirst;
        lock (_lock)
        {
            isFirst = !_jobs.TryGetValue(jobId, out var job);
            job ??= _jobs[jobId] = new Job();
            job.Watchers.Add(watcher);
            foreach (var strip in job.Strips)
            {
                watcher.From[strip] = 0;
            }
        }

        watcher.Call();
        if (!isFirst)
        {
            return;
        }

        // Whoever sends meanwhile is heard already; what is read here once more counts once.
        var lately = new List<(string Who, Sample Sample)>();
        await using var scope = scopes.CreateAsyncScope();
        await foreach (var sent in EvidenceStore.StreamedAsync(scope.ServiceProvider.GetRequiredService<MoleDb>(), jobId, now - LiveFor, cancellation, LiveStrip.MostSamples * 2))
        {
            lately.Add(sent);
        }

        lock (_lock)
        {
            Put(_jobs[jobId], lately);
        }
    }

    private void Leave(int jobId, Watcher watcher)
    {
        lock (_lock)
        {
            if (_jobs.TryGetValue(jobId, out var job) && job.Watchers.Remove(watcher) && job.Watchers.Count == 0)
            {
                _jobs.Remove(jobId);
            }
        }
    }

    private LiveNews Take(Watcher watcher)
    {
        lock (_lock)
        {
            var news = new LiveNews([.. watcher.From.OrderBy(f => f.Key.Number).Select(f => StripNews.Of(f.Key, f.Value))], watcher.Sheet);
            watcher.From.Clear();
            watcher.Sheet = false;
            return news;
        }
    }

    private static void CallAll(Job job)
    {
        foreach (var watcher in job.Watchers)
        {
            watcher.Sheet = true;
            watcher.Call();
        }
    }

    private static void Put(Job job, IEnumerable<(string Who, Sample Sample)> sent)
    {
        foreach (var ofOne in sent.Where(s => PassTrack.IsNamed(s.Sample.Utility) && s.Sample.Peak is not null && SiteRules.IsPlace(new SitePoint(s.Sample.EastMetres, s.Sample.NorthMetres)))
            .GroupBy(s => (s.Who, Word: s.Sample.Utility.ToUpperInvariant())))
        {
            var live = job.Strips.Find(s => s.Who == ofOne.Key.Who && s.Word == ofOne.Key.Word);
            if (live is null)
            {
                job.Strips.Add(live = new LiveStrip(++job.Named, ofOne.Key.Who, ofOne.Key.Word));
                if (job.Strips.Count > MostStrips)
                {
                    job.Strips.RemoveAt(0);
                }
            }

            var from = live.Strip.Add(ofOne.Select(s => s.Sample).Select(s => new StripSample(s.Id, s.TakenAt, new SitePoint(s.EastMetres, s.NorthMetres), s.Peak!.Value, s.DepthMetres, s.CurrentMilliamps, s.DirectionDegrees)));
            foreach (var watcher in from < live.Strip.Samples.Count ? job.Watchers : [])
            {
                watcher.From[live] = Math.Min(from, watcher.From.GetValueOrDefault(live, int.MaxValue));
                watcher.Call();
            }
        }
    }
}
