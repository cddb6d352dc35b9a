using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>The picture that a screen is given piece by piece: nothing thin is lost, nothing is drawn where nothing was recorded.</summary>
public class RadargramTests
{
    private static double SizeOf(byte written) => Math.Sign((sbyte)written) * (Math.Exp(Math.Abs((sbyte)written) / 127.0 * Math.Log(1 + Radargram.Press)) - 1) / Radargram.Press;

    private static RadarProfile Profile(int traces, int samples, Func<int, int, float> at, Func<int, double>? along = null) => new(
        [.. Enumerable.Range(0, traces).SelectMany(i => Enumerable.Range(0, samples).Select(k => at(i, k)))], samples, 0.1, [.. Enumerable.Range(0, traces).Select(i => along?.Invoke(i) ?? (0.05 * i))]);

    [Fact]
    public void A_tile_tells_every_size_to_some_percent_and_its_sign()
    {
        var random = new Random(4);
        var profile = Profile(300, 280, (_, _) => (float)(1000 * Math.Pow(random.NextDouble(), 3) * (random.Next(2) == 0 ? -1 : 1)));
        var picture = Radargram.Of(profile);
        Assert.Equal((300, 280, 2), (picture.Columns, picture.Samples, picture.Levels));
        foreach (var (column, row) in new[] { (0, 0), (1, 0), (0, 1), (1, 1) })
        {
            var tile = picture.Tile(0, 0, column, row)!;
            for (var i = 0; i < 400; i++)
            {
                var (c, k) = (random.Next(256), random.Next(256));
                var (trace, sample) = ((column * 256) + c, (row * 256) + k);
                if (trace >= 300 || sample >= 280)
                {
                    Assert.Equal(Radargram.Gap, (sbyte)tile[(c * 256) + k]);
                    continue;
                }

                var size = profile.Trace(trace)[sample] / picture.Scale;
                Assert.Equal(Math.Clamp(size, -1, 1), SizeOf(tile[(c * 256) + k]), 0.0006 + (0.03 * Math.Abs(size)));
            }
        }
    }

    [Fact]
    public void A_coarser_level_keeps_what_stands_out_and_a_missed_stretch_stays_a_gap()
    {
        // One strong trace among two thousand, and a stretch where the wheel slipped.
        var picture = Radargram.Of(Profile(2000, 64, (i, k) => i == 1203 && k == 40 ? -900 : (i + k) % 3, i => 0.05 * (i < 500 ? i : i + 30)));
        Assert.Equal(2030, picture.Columns);
        for (var level = 0; level < picture.Levels; level++)
        {
            var column = (1203 + 30) >> level;
            var tile = picture.Tile(level, 0, column / 256, 0)!;
            Assert.Equal(-127, (sbyte)tile[(column % 256 * 256) + 40]);
            var halved = picture.Tile(level, 2, column / 256, 0)!;
            Assert.Equal(-127, (sbyte)halved[(column % 256 * 256) + 10]);
        }

        var gap = picture.Tile(0, 0, 515 / 256, 0)!;
        Assert.Equal(Radargram.Gap, (sbyte)gap[(515 % 256 * 256) + 5]);
        Assert.NotEqual(Radargram.Gap, (sbyte)gap[(490 % 256 * 256) + 5]);
    }

    [Fact]
    public void There_is_no_tile_beyond_the_picture()
    {
        var picture = Radargram.Of(Profile(600, 300, (i, _) => i));
        Assert.NotNull(picture.Tile(0, 0, 2, 1));
        foreach (var (across, down, column, row) in new[] { (0, 0, 3, 0), (0, 0, 0, 2), (-1, 0, 0, 0), (picture.Levels, 0, 0, 0), (0, -1, 0, 0), (0, 16, 0, 0), (0, 0, -1, 0), (0, 0, 0, -1), (0, 15, int.MaxValue, 0), (0, 15, 0, int.MaxValue) })
        {
            Assert.Null(picture.Tile(across, down, column, row));
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1.4e-45f)]
    [InlineData(3e38f)]
    public void What_is_hardly_anything_or_far_too_much_makes_a_picture_too(float size)
    {
        var picture = Radargram.Of(Profile(3, 3, (i, k) => i == 1 && k == 1 ? size : 0));
        Assert.True(double.IsFinite(picture.Usual) && picture.Scale > 0 && double.IsFinite(picture.Scale));
        Assert.Equal(0, (sbyte)picture.Tile(0, 0, 0, 0)![0]);
    }

    /// <summary>Whatever a wheel counts: backwards, standing, one place a kilometre off.</summary>
    [Fact]
    public void A_wheel_that_jumps_makes_no_picture_without_end()
    {
        Assert.Equal(1, Radargram.Of(Profile(1, 8, (_, _) => 1)).Columns);
        Assert.Equal(1, Radargram.Of(Profile(50, 8, (_, _) => 1, _ => 3)).Columns);
        Assert.Equal(50, Radargram.Of(Profile(50, 8, (_, _) => 1, i => -0.04 * i)).Columns);
        Assert.InRange(Radargram.Of(Profile(50, 8, (_, _) => 1, i => i == 49 ? 90_000 : 0.04 * i)).Columns, 2, 200);
    }
}
