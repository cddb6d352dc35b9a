using GentleMole.Core.Bodies;
using GentleMole.Core.Grids;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using GentleMole.Web.Setup;

namespace GentleMole.Web.Stages;

/// <summary>
/// Radar profiles that are being looked at: read once, their pictures by the chain that was asked for, what was searched in them. What was not looked at
/// longest goes first when there is too much; nothing here is kept.
/// </summary>
internal sealed class RadarDesk(DataFolder folder, ProcessorGate gate)
{
    private const long MostBytes = 400_000_000;
    private const long Small = 20_000;

    private readonly Lock _lock = new();
    private readonly Dictionary<object, Held> _held = [];
    private long _looked;

    /// <summary>The recording, with what the wheel counted made true; null when its traces are gone.</summary>
    public async Task<RadarProfile?> ProfileAsync(RadarRecord record, double wheelFactor)
    {
        var profile = await CountedAsync(record);
        return profile is null || wheelFactor == 1 ? profile : profile with { AlongMetres = Array.ConvertAll(profile.AlongMetres, a => a * wheelFactor) };
    }

    private Task<RadarProfile?> CountedAsync(RadarRecord record) => HoldAsync(
        (record.Id, record.Traces, "traces"), async () => record.IsOpen ? TraceWalks.SoFar(folder, record) : await TraceFile.TakeAsync(folder, record), p => (4L * p.Samples.Length) + (8L * p.Traces));

    /// <summary>Direct wave and noise of a recording.</summary>
    public Task<ProfileFacts?> FactsAsync(RadarRecord record) => HoldAsync((record.Id, record.Traces, "facts"), async () =>
        await ProfileAsync(record, 1) is { Traces: > 0 } profile ? await gate.RunAsync(() => new ProfileFacts(DirectWave.Of(profile), NoiseFloor.Of(profile)), CancellationToken.None) : null, f => Small);

    /// <summary>Its picture after steps.</summary>
    public Task<ShownProfile?> ShownAsync(RadarRecord record, IReadOnlyList<RadarStep> steps) => HoldAsync((record.Id, record.Traces, ChainText.Of(steps)), async () =>
        await ProfileAsync(record, 1) is { Traces: > 0 } profile
            ? await gate.RunAsync(() =>
            {
                var run = RadarChain.Follow(profile, steps);
                return new ShownProfile(Radargram.Of(run.Profile), run.Steps, run.TimeZeroNanoseconds);
            }, CancellationToken.None)
            : null, s => s.Picture.Bytes);

    /// <summary>What the search finds in it; places are true metres.</summary>
    public Task<RadarFinding?> FindingAsync(RadarRecord record, double wheelFactor) => HoldAsync((record.Id, record.Traces, "finding", wheelFactor), async () =>
        await ProfileAsync(record, wheelFactor) is { } profile ? await gate.RunYieldingAsync(stop => TargetSearch.Of(profile, cancellation: stop)) : null, f => Small);

    /// <summary>What profiles together answer from below; null when the traces of all of them are gone.</summary>
    /// <param name="laid">Each with its place: where the trace at 0 m lies, and which way it was walked.</param>
    public Task<SliceVolume?> VolumeAsync(IReadOnlyList<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> laid, double velocity, double deepestMetres)
    {
        var key = string.Join('|', laid.Select(l => FormattableString.Invariant($"{l.Record.Id} {l.Record.Traces} {l.WheelFactor} {l.Start} {l.Way}")));
        return HoldAsync((key, "volume", velocity, deepestMetres), async () =>
        {
            var falling = new List<double>();
            foreach (var record in laid.Take(SliceVolume.MostAsked).Select(l => l.Record))
            {
                if (await FallingAsync(record) is { } told)
                {
                    falling.Add(told.DecibelsPerNanosecond);
                }
            }

            if (falling.Count == 0)
            {
                return null;
            }

            // Line by line, so that one more or one moved makes only that one anew.
            var gain = SliceVolume.GainOf(falling);
            var lines = await Task.WhenAll(laid.Select(l => StrongAsync(l.Record, l.WheelFactor, velocity, gain, deepestMetres)));
            var there = lines.Zip(laid).Where(l => l.First is not null).Select(l => (l.First!, l.Second.Start, l.Second.Way)).ToList();
            return there.Count == 0 ? null : await gate.RunAsync(() => SliceVolume.Of(there), CancellationToken.None);
        }, v => v.Bytes);
    }

    private Task<StrongLine?> StrongAsync(RadarRecord record, double wheelFactor, double velocity, double gain, double deepestMetres) => HoldAsync((record.Id, record.Traces, "strong", wheelFactor, velocity, gain, deepestMetres), async () =>
        await FactsAsync(record) is { } facts && await ProfileAsync(record, wheelFactor) is { Traces: > 1 } profile
            ? await gate.RunAsync(() => SliceVolume.Prepare(profile, facts.Direct, velocity, gain, deepestMetres), CancellationToken.None)
            : null, l => l.Bytes);

    private Task<Falling?> FallingAsync(RadarRecord record) => HoldAsync((record.Id, record.Traces, "falling"), async () =>
        await FactsAsync(record) is { } facts && await ProfileAsync(record, 1) is { Traces: > 1 } profile
            ? await gate.RunAsync(() => new Falling(SliceVolume.FallingOf(profile, facts.Direct)), CancellationToken.None)
            : null, f => Small);

    private sealed record Falling(double DecibelsPerNanosecond);

    /// <summary>Stretches of a run over which the ground may be wet.</summary>
    /// <param name="laid">The profiles in the order in which the run counts them, each with its place.</param>
    public async Task<IReadOnlyList<WetStretch>> WetAsync(IReadOnlyList<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> laid, RadarRun run, double velocity) =>
        await HoldAsync((Key(laid, run), "wet", velocity), async () =>
        {
            var lines = await LinesAsync(laid);
            return (IReadOnlyList<WetStretch>?)await gate.RunAsync(() => WetSearch.Of(WetSearch.Probe(lines, run, velocity)), CancellationToken.None);
        }, w => Small) ?? [];

    /// <summary>Where a run begins and ends, by one of the profiles that goes along it; null where it does not.</summary>
    /// <param name="laid">As above.</param>
    /// <param name="along">Which of them goes along it.</param>
    public Task<RunWalk?> EndsAsync(IReadOnlyList<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> laid, int along, RadarRun run, double velocity) =>
        HoldAsync((Key(laid, run), "ends", along, velocity), async () =>
        {
            var lines = await LinesAsync(laid);
            return lines.Count > along ? await gate.RunAsync(() => RunEnds.Of(lines[along], run, lines, velocity), CancellationToken.None) : null;
        }, w => Small);

    private static string Key(IReadOnlyList<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> laid, RadarRun run) =>
        string.Join('|', laid.Select(l => FormattableString.Invariant($"{l.Record.Id} {l.WheelFactor} {l.Start} {l.Way}"))) + string.Join('|', run.Points.Select(p => FormattableString.Invariant($"{p.Place} {p.CoverMetres}")));

    private async Task<List<SliceLine>> LinesAsync(IReadOnlyList<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> laid)
    {
        var lines = new List<SliceLine>();
        foreach (var (record, factor, start, way) in laid)
        {
            if (await FactsAsync(record) is { } facts && await ProfileAsync(record, factor) is { } profile)
            {
                lines.Add(new SliceLine(profile, facts.Direct, start, way));
            }
        }

        return lines;
    }

    /// <summary>Bodies that lines together show; kept as long as they lie where they do.</summary>
    public Task<GroundBodies?> BodiesAsync(string laid, IReadOnlyList<LevelLine> lines, Core.Estimate velocity, IReadOnlyList<RadarRun> runs, bool isGraveyard) => HoldAsync((laid, "bodies", velocity, isGraveyard), async () =>
        (GroundBodies?)await gate.RunYieldingAsync(stop => BodySearch.Of(lines, velocity, runs, isGraveyard, stop)), b => Small);

    /// <summary>The same where it is there already.</summary>
    public GroundBodies? BodiesIfThere(string laid, Core.Estimate velocity, bool isGraveyard) => IfThere<GroundBodies>((laid, "bodies", velocity, isGraveyard));

    /// <summary>What stays level under it, with the ground's velocity; it lies nowhere yet.</summary>
    public Task<LevelLine?> LevelsAsync(RadarRecord record, double wheelFactor, double velocity) => HoldAsync(LevelKey(record, wheelFactor, velocity), async () =>
        await ProfileAsync(record, wheelFactor) is { Traces: > 0 } profile && await FactsAsync(record) is { } facts
            ? await gate.RunYieldingAsync(stop => LevelLine.Of(profile, LevelSearch.Of(profile, facts.Direct, velocity, stop), default, default))
            : null, l => Small);

    /// <summary>The same where it is there already.</summary>
    public LevelLine? LevelsIfThere(RadarRecord record, double wheelFactor, double velocity) => IfThere<LevelLine>(LevelKey(record, wheelFactor, velocity));

    private static (Guid, int, string, double, double) LevelKey(RadarRecord record, double wheelFactor, double velocity) => (record.Id, record.Traces, "levels", wheelFactor, velocity);

    /// <summary>What the search found, where it is there already.</summary>
    public RadarFinding? FindingIfThere(RadarRecord record, double wheelFactor) => IfThere<RadarFinding>((record.Id, record.Traces, "finding", wheelFactor));

    private T? IfThere<T>(object key)
        where T : class
    {
        lock (_lock)
        {
            return _held.TryGetValue(key, out var held) && held.Made is { IsCompletedSuccessfully: true, Result: T made } ? made : null;
        }
    }

    private async Task<T?> HoldAsync<T>(object key, Func<Task<T?>> make, Func<T, long> bytes)
        where T : class
    {
        Held? held;
        lock (_lock)
        {
            if (!_held.TryGetValue(key, out held))
            {
                held = new Held(MadeAsync(make));
                _held[key] = held;
            }

            held.Looked = ++_looked;
        }

        try
        {
            var made = (T?)await held.Made;
            Account(key, held, made is null ? 0 : bytes(made), isGone: made is null);
            return made;
        }
        catch
        {
            Account(key, held, 0, isGone: true);
            throw;
        }
    }

    private static async Task<object?> MadeAsync<T>(Func<Task<T?>> make)
        where T : class
    {
        await Task.Yield();
        return await make();
    }

    private void Account(object key, Held held, long bytes, bool isGone)
    {
        lock (_lock)
        {
            held.Bytes = bytes;
            if (isGone && _held.TryGetValue(key, out var there) && there == held)
            {
                _held.Remove(key);
            }

            while (_held.Count > 1 && _held.Values.Sum(h => h.Bytes) > MostBytes)
            {
                _held.Remove(_held.Where(h => h.Value != held).MinBy(h => h.Value.Looked).Key);
            }
        }
    }

    private sealed class Held(Task<object?> made)
    {
        public Task<object?> Made { get; } = made;

        public long Bytes { get; set; }

        public long Looked { get; set; }
    }
}
