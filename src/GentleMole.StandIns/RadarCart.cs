using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.StandIns;

/// <summary>SIMULATED radar cart on a hidden ground (by rays): streams its traces while it is pushed; here and there the wheel slips and some traces are lost for good.</summary>
public sealed class RadarCart(HttpClient api, CartOrder order) : SendingDevice<SentTrace>(api, order.JobId, order.Seed)
{
    private const double SlipChance = 0.004;
    private const int MostSlipped = 6;

    private string? _walk;

    /// <inheritdoc/>
    protected override int AtOnce => 20;

    /// <inheritdoc/>
    protected override string Path => $"/api/v1/jobs/{JobId}/radar/traces";

    /// <inheritdoc/>
    protected override bool HasEnd => true;

    /// <inheritdoc/>
    public override IReadOnlyList<SentTrace> Take()
    {
        var radar = new MadeUpRadar();
        var traces = new List<SentTrace>();
        for (var i = 0; i < order.Ground.Traces; i++)
        {
            if (Chance.NextDouble() < SlipChance)
            {
                i += Chance.Next(1, MostSlipped);
                continue;
            }

            var along = i * order.Ground.SpacingMetres;
            traces.Add(new SentTrace(i, Math.Round(along / order.WheelFactor, 4), radar.Trace(order.Ground, along, Chance)));
        }

        return traces;
    }

    /// <inheritdoc/>
    protected override object Body(IReadOnlyList<SentTrace> batch, bool isLast) => new
    {
        walk = _walk ??= NextId(),
        name = order.Name,
        startEastMetres = Math.Round(order.Way.Points[0].East, 3),
        startNorthMetres = Math.Round(order.Way.Points[0].North, 3),
        bearingDegrees = Math.Round(Azimuth.Of(order.Way.DirectionAt(0)).Degrees, 2),
        wheelFactor = order.WheelFactor,
        sampleIntervalNanoseconds = order.Ground.IntervalNanoseconds,
        samples = order.Ground.Samples,
        antennaSeparationMetres = order.Ground.SeparationMetres,
        centreMegahertz = Math.Round(order.Ground.CentreHertz / 1e6, 3),
        traces = batch,
        ended = isLast,
    };
}
