using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>
/// Looks along a run for where the pulse comes late (wet ground is slow), weak (it swallows) or rings: two of the three on one line, or one of them on two
/// lines side by side, and the ground there may be wet. A pipe that dips comes late too, but neither weak nor ringing.
/// </summary>
public static class WetSearch
{
    private const double NearMetres = 0.12;
    private const double EarlyNanoseconds = 2;
    private const double LateMost = 8;
    private const double RingFrom = 1.6;
    private const double RingTo = 4;
    private const int FewestLines = 5;
    private const double LeastLate = 0.7;
    private const double LeastWeak = 5;
    private const double LeastRing = 6;
    private const double Spreads = 4;
    private const double BesideTimes = 1.6;
    private const double MedianToSigma = 1.4826;

    /// <summary>What every line that crosses a run says of it; empty where too few do.</summary>
    /// <param name="lines">With their traces, in the order in which the run counts them.</param>
    /// <param name="velocity">Of the ground, metres per nanosecond.</param>
    /// <remarks>Ringing is 0 where a record ends too soon to tell it.</remarks>
    public static IReadOnlyList<PipeProbe> Probe(IReadOnlyList<SliceLine> lines, RadarRun run, double velocity)
    {
        var way = new Run([.. run.Points.Select(p => p.Place)]);
        var (slope, level) = Straight([.. run.Points.Select((p, i) => (way.ChainageOf(i), p.CoverMetres))]);
        var read = new List<(int Line, double Chainage, double Late, double Size, double Ring)>();
        for (var i = 0; i < lines.Count; i++)
        {
            var line = lines[i];
            var along = line.Profile.AlongMetres;
            if (along.Length < 4 || line.At(along[0]).DistanceTo(line.At(along[^1])) < 0.1)
            {
                continue;
            }

            var track = new Run([line.At(along[0]), line.At(along[^1])]);
            foreach (var crossing in track.CrossingsWith(way))
            {
                var cover = Math.Max(0.05, level + (slope * crossing.OtherChainageMetres));
                var expected = line.Direct.TimeZeroNanoseconds + new Hyperbola(0, cover, UsualRadius, velocity).TimeAt(0, line.Profile.SeparationMetres ?? 0);
                if (Read(line, (track.At(crossing.ChainageMetres) - line.Start).Dot(line.Way), expected) is var (late, size, ring))
                {
                    read.Add((i, crossing.OtherChainageMetres, late, size, ring));
                }

                break;
            }
        }

        if (read.Count < FewestLines)
        {
            return [];
        }

        var (usualLate, usualSize, usualRing) = (Median(read.Select(r => r.Late)), Median(read.Select(r => r.Size)), Median(read.Select(r => r.Ring).Where(r => !double.IsNaN(r))));
        return [.. read.Select(r => new PipeProbe(r.Line, r.Chainage, r.Late - usualLate, Decibels(r.Size, usualSize), double.IsNaN(r.Ring) ? 0 : Decibels(r.Ring, usualRing))).OrderBy(p => p.ChainageMetres)];
    }

    private const double UsualRadius = 0.05;

    /// <summary>Stretches that may be wet.</summary>
    public static IReadOnlyList<WetStretch> Of(IReadOnlyList<PipeProbe> probes)
    {
        if (probes.Count < FewestLines)
        {
            return [];
        }

        double Limit(Func<PipeProbe, double> of, double least) => Math.Max(least, Spreads * MedianToSigma * Median(probes.Select(p => Math.Abs(of(p)))));
        var (late, weak, ring) = (Limit(p => p.LateNanoseconds, LeastLate), Limit(p => p.Decibels, LeastWeak), Limit(p => p.RingDecibels, LeastRing));
        var signs = probes.Select(p => (p.LateNanoseconds > late ? 1 : 0) + (p.Decibels < -weak ? 1 : 0) + (p.RingDecibels > ring ? 1 : 0)).ToList();
        var steps = probes.Skip(1).Zip(probes, (b, a) => b.ChainageMetres - a.ChainageMetres).ToList();
        var beside = BesideTimes * Median(steps);
        var told = new List<WetStretch>();
        for (var i = 0; i < probes.Count; i++)
        {
            var last = i;
            while (signs[i] > 0 && last + 1 < probes.Count && signs[last + 1] > 0 && probes[last + 1].ChainageMetres - probes[last].ChainageMetres < beside)
            {
                last++;
            }

            // Late alone is a pipe that dips.
            var within = Enumerable.Range(i, last - i + 1).ToList();
            if (within.Sum(k => signs[k]) > 1 && within.Exists(k => probes[k].Decibels < -weak || probes[k].RingDecibels > ring))
            {
                told.Add(new WetStretch(
                    probes[i].ChainageMetres, probes[last].ChainageMetres, within.Count, within.Max(k => probes[k].LateNanoseconds > late ? probes[k].LateNanoseconds : 0),
                    within.Max(k => probes[k].Decibels < -weak ? -probes[k].Decibels : 0), within.Max(k => probes[k].RingDecibels > ring ? probes[k].RingDecibels : 0)));
            }

            i = last;
        }

        return told;
    }

    /// <summary>How late, how strong, and how long after, the strongest near where a pipe's echo should be; null where its time is outside the record.</summary>
    private static (double Late, double Size, double Ring)? Read(SliceLine line, double alongMetres, double expected)
    {
        var profile = line.Profile;
        var interval = profile.IntervalNanoseconds;
        var (first, last) = ((int)((expected - EarlyNanoseconds) / interval), (int)((expected + LateMost) / interval));
        var ringLength = (int)(RingTo * 1e9 / line.Direct.Hertz / interval);
        if (first < 1 || (int)((expected + EarlyNanoseconds) / interval) >= profile.SamplesEach)
        {
            return null;
        }

        last = Math.Min(last, profile.SamplesEach - 2);

        // What the traces round it have in common with all others is the instrument's; a mean of few traces over the top keeps the echo.
        var near = profile.Near(alongMetres, NearMetres);
        if (near.Traces == 0)
        {
            return null;
        }

        var usual = UsualOf(profile);
        var mean = new double[profile.SamplesEach];
        for (var i = 0; i < near.Traces; i++)
        {
            var trace = near.Trace(i);
            for (var k = 0; k < mean.Length; k++)
            {
                mean[k] += (trace[k] - usual[k]) / near.Traces;
            }
        }

        var best = first;
        for (var k = first; k <= last; k++)
        {
            best = Math.Abs(mean[k]) > Math.Abs(mean[best]) ? k : best;
        }

        var (size, after, count) = (Math.Abs(mean[best]), 0.0, 0);
        for (var k = best + (int)(RingFrom * 1e9 / line.Direct.Hertz / interval); k < Math.Min(best + ringLength, profile.SamplesEach); k++)
        {
            (after, count) = (after + (mean[k] * mean[k]), count + 1);
        }

        // Where the record ends too soon nothing is known of what rings.
        return size <= 0 ? null : ((best * interval) - expected, size, count * interval < 1e9 / line.Direct.Hertz ? double.NaN : Math.Sqrt(after / count) / size);
    }

    private static float[] UsualOf(RadarProfile profile) => RadarCleaning.Usual(profile.Samples, profile.Traces, profile.SamplesEach);

    private static double Decibels(double value, double usual) => 20 * Math.Log10(Math.Max(value, 1e-12) / Math.Max(usual, 1e-12));

    /// <summary>Slope and level by the medians of all pairs (Theil 1950, Sen 1968): what comes late on some lines does not move it.</summary>
    private static (double Slope, double Level) Straight(IReadOnlyList<(double X, double Y)> points)
    {
        var slopes = new List<double>();
        for (var i = 0; i < points.Count; i++)
        {
            for (var j = i + 1; j < points.Count; j++)
            {
                if (points[j].X - points[i].X > 1e-6)
                {
                    slopes.Add((points[j].Y - points[i].Y) / (points[j].X - points[i].X));
                }
            }
        }

        var slope = slopes.Count == 0 ? 0 : Median(slopes);
        return (slope, Median(points.Select(p => p.Y - (slope * p.X))));
    }

    private static double Median(IEnumerable<double> values) => values.Order().ToList() is { Count: > 0 } all ? all[all.Count / 2] : 0;
}
