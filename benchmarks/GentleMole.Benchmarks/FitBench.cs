using BenchmarkDotNet.Attributes;
using GentleMole.Core;
using GentleMole.Core.Instruments;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Benchmarks;

/// <summary>Budget: 21 readings read as one line or two in 40 ms.</summary>
public class FitBench
{
    private readonly List<CrossReading> _row = Row();
    private readonly DotObservation _dot = new()
    {
        Place = new SitePoint(0, 24), NullOffsetMetres = 0.02, Depth = new(0.8), CurrentMilliamps = 45, SidewaysPercent = 3,
    };

    [Benchmark]
    public PinpointResult FitOf21Readings() => Pinpointing.Locate(_row, new ReadingNoise(0.02, 0.05), 0.5, 1, PinpointPrior.None).Value;

    [Benchmark]
    public DotJudgement VerdictOnADot() => DotJudge.Judge(_dot, new DotContext { SentMilliamps = 50 });

    [Benchmark]
    public DotJudgement VerdictWithARowAcross() => DotJudge.Judge(_dot with { Across = _row }, new DotContext { SentMilliamps = 50 });

    private static List<CrossReading> Row()
    {
        var random = new Random(4);
        return [.. Enumerable.Range(0, 21).Select(i =>
        {
            var y = -1 + (0.1 * i) - 0.13;
            var r2 = 1 + (y * y);
            double Noisy(double b) => Math.Abs(b + (Math.Sqrt((4e-4 * b * b) + 0.0025) * Deviate.Normal(random)));
            return new CrossReading(-1 + (0.1 * i), 0.1, Noisy(30 / r2), Noisy(30 * y / r2));
        })];
    }
}
