namespace GentleMole.StandIns;

/// <summary>
/// SIMULATED device: streams what it takes into a job through the public API, as a device would: with dropped connections, things
/// sent twice and things that come late.
/// </summary>
public abstract class SimulatedDevice(int jobId, int seed)
{
    private WalkProgress _progress = new(0, 0, 0, 0, 0, false, "");

    /// <summary>How it goes, from any thread.</summary>
    public WalkProgress Progress => Volatile.Read(ref _progress);

    /// <summary>The job it streams into.</summary>
    public int JobId => jobId;

    /// <summary>Its chance: a seed repeats a walk.</summary>
    protected Random Chance { get; } = new(seed);

    /// <summary>Walks and streams until everything is delivered or the API cannot be reached.</summary>
    /// <param name="pause">Time between two sends.</param>
    public abstract Task WalkAsync(TimeSpan pause, CancellationToken cancellation);

    private protected void Tell(Func<WalkProgress, WalkProgress> change) => Volatile.Write(ref _progress, change(Progress));

    /// <summary>An id for what is sent.</summary>
    protected string NextId()
    {
        var bytes = new byte[16];
        Chance.NextBytes(bytes);
        return new Guid(bytes).ToString();
    }
}
