namespace GentleMole.StandIns;

/// <summary>SIMULATED receiver: sends readings.</summary>
public abstract class SimulatedReceiver(HttpClient api, int jobId, int seed) : SendingDevice<SentReading>(api, jobId, seed)
{
    /// <inheritdoc/>
    protected override string Path => $"/api/v1/jobs/{JobId}/readings";

    /// <inheritdoc/>
    protected override object Body(IReadOnlyList<SentReading> batch, bool isLast) => new { readings = batch };
}
