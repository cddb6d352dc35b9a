using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using NodaTime;

namespace GentleMole.Core.Tests.Sweeps;

/// <summary>A strip is the same however its samples come.</summary>
public class WalkStripTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 11, 25, 9, 0);

    /// <summary>To and fro over a line along north at east 0, 0.8 m deep; a sample every 5 cm, 20 a second.</summary>
    private static List<StripSample> Zigzag(int legs, double noise = 0.002, int seed = 1)
    {
        var random = new Random(seed);
        var samples = new List<StripSample>();
        for (var k = 0; k < legs * 80; k++)
        {
            var (leg, part) = (k / 80, k % 80 * 0.05);
            var east = leg % 2 == 0 ? part - 2 : 2 - part;
            var level = Math.Abs((0.8 / ((0.8 * 0.8) + (east * east))) + (noise * Deviate.Normal(random)));
            var id = new byte[16];
            random.NextBytes(id);
            samples.Add(new StripSample(new Guid(id), Start + Duration.FromMilliseconds(50 * k), new SitePoint(east, 0.02 * k), level, Math.Abs(east) < 0.06 ? 0.8 : null));
        }

        return samples;
    }

    private static WalkStrip Strip(IEnumerable<IEnumerable<StripSample>> batches, int most = 100_000)
    {
        var strip = new WalkStrip(0.05, most);
        foreach (var batch in batches)
        {
            strip.Add(batch);
        }

        return strip;
    }

    private static void AssertSame(WalkStrip expected, WalkStrip strip)
    {
        Assert.Equal(expected.Samples, strip.Samples);
        Assert.Equal(expected.AlongMetres, strip.AlongMetres);
        Assert.Equal(expected.Legs, strip.Legs);
        Assert.Equal(expected.Crossings, strip.Crossings);
    }

    [Fact]
    public void Every_crossing_is_found_on_the_line_with_its_doubt_and_what_was_shown_there()
    {
        var strip = Strip([Zigzag(6)]);

        Assert.Equal(6, strip.Crossings.Count);
        Assert.All(strip.Crossings, c => Assert.InRange(c.Place.East, -4 * c.Peak.SigmaMetres - 0.01, (4 * c.Peak.SigmaMetres) + 0.01));
        Assert.All(strip.Crossings, c => Assert.InRange(c.Peak.SigmaMetres, 0.002, 0.05));
        Assert.All(strip.Crossings, c => Assert.Equal(0.8, c.Shown?.DepthMetres));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(20)]
    [InlineData(333)]
    public void Batches_in_any_order_and_twice_give_the_strip_of_all_at_once(int size)
    {
        var samples = Zigzag(5);
        var random = new Random(size);
        var batches = samples.Chunk(size).Select(b => (IEnumerable<StripSample>)b).ToList();
        var shuffled = batches.Concat(batches.Where(_ => random.NextDouble() < 0.3)).OrderBy(_ => random.Next());

        AssertSame(Strip([samples]), Strip(shuffled));
        AssertSame(Strip([samples]), Strip(batches));
    }

    [Fact]
    public void A_clock_of_whole_seconds_does_no_harm()
    {
        var coarse = Zigzag(5).ConvertAll(s => s with { At = Instant.FromUnixTimeSeconds(s.At.ToUnixTimeSeconds()) });

        Assert.Equal(coarse, Strip(coarse.Chunk(20)).Samples);
        Assert.Equal(5, Strip(coarse.Chunk(20)).Crossings.Count);
    }

    [Fact]
    public void It_says_from_where_it_is_another_strip()
    {
        var samples = Zigzag(2);
        var strip = new WalkStrip(0.05, 1000);

        Assert.Equal(0, strip.Add(samples.Take(50)));
        Assert.Equal(50, strip.Add(samples.Skip(60)));
        Assert.Equal(50, strip.Add(samples.Skip(50).Take(10)));
        Assert.Equal(160, strip.Add(samples));
        Assert.Equal(160, strip.Add([]));
    }

    [Fact]
    public void A_jump_and_a_pause_begin_new_legs_over_which_no_top_reaches_and_no_way_is_counted()
    {
        var samples = Zigzag(1);
        var moved = samples.Select((s, i) => i < 40 ? s : s with { Place = s.Place + new SitePoint(50, 0) }).ToList();
        var paused = samples.Select((s, i) => i < 40 ? s : s with { At = s.At + Duration.FromMinutes(2) }).ToList();

        Assert.Equal([0, 40], Strip([moved]).Legs);
        Assert.Empty(Strip([moved]).Crossings);
        Assert.Equal(Strip([samples]).AlongMetres[^1] - samples[39].Place.DistanceTo(samples[40].Place), Strip([moved]).AlongMetres[^1], 9);
        Assert.Equal([0, 40], Strip([paused]).Legs);
        Assert.Single(Strip([samples]).Crossings);
    }

    [Fact]
    public void A_late_sample_that_parts_a_leg_takes_back_the_top_that_reached_over_it()
    {
        var samples = Zigzag(1);
        var far = new StripSample(Guid.NewGuid(), samples[39].At + Duration.FromMilliseconds(25), new SitePoint(70, 70), 0.01);
        var strip = Strip([samples, [far]]);

        AssertSame(Strip([samples.Append(far)]), strip);
        Assert.Equal([0, 40, 41], strip.Legs);
    }

    [Fact]
    public void The_oldest_go_and_a_strip_stays_bounded()
    {
        var samples = Zigzag(20);
        var strip = Strip(samples.Chunk(20), most: 400);

        Assert.InRange(strip.Samples.Count, 400, 500);
        Assert.Equal(samples[^1], strip.Samples[^1]);
        AssertSame(Strip([samples.TakeLast(strip.Samples.Count)]), strip);
    }

    [Fact]
    public void Standing_still_makes_no_crossing()
    {
        var still = Enumerable.Range(0, 200).Select(k => new StripSample(Guid.NewGuid(), Start + Duration.FromMilliseconds(50 * k), new SitePoint(1, 1), 1 + (k % 7)));

        Assert.Empty(Strip([still]).Crossings);
    }
}
