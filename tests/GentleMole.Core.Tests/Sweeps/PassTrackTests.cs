using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Tests.Sweeps;

/// <summary>Passes ticked off by a device's track.</summary>
public class PassTrackTests
{
    private static readonly SweepPass Pass = new(new SitePoint(10, 5), new SitePoint(10, 25), SweepMode.Power);

    /// <summary>Somebody walks from one place to another; a line lies square to north at 12.</summary>
    private static List<(SitePoint Place, double Level)> Walk(SitePoint from, SitePoint to, double step = 0.1)
    {
        var length = from.DistanceTo(to);
        return [.. Enumerable.Range(0, (int)(length / step) + 1).Select(k => from + ((to - from) * (k * step / length))).Select(p => (p, 1 / (1 + ((p.North - 12) * (p.North - 12)))))];
    }

    [Fact]
    public void A_pass_that_is_walked_either_way_is_ticked_off_with_what_was_heard_on_it()
    {
        foreach (var samples in (List<(SitePoint, double)>[])[Walk(new(10.1, 5), new(9.9, 25)), Walk(new(10, 25.2), new(10, 4.9))])
        {
            var track = PassTrack.Of(Pass, samples, 0.1);

            Assert.True(track.IsWalked, $"{track.WalkedShare}");
            Assert.Equal(7, Assert.Single(track.Peaks).AlongMetres, 1);
        }
    }

    [Fact]
    public void Half_of_it_another_one_or_across_it_is_not_walked()
    {
        Assert.InRange(PassTrack.Of(Pass, Walk(new(10, 5), new(10, 14)), 0.1).WalkedShare, 0.4, 0.5);
        Assert.Equal(0, PassTrack.Of(Pass, Walk(new(12, 5), new(12, 25)), 0.1).WalkedShare);
        Assert.Equal(0, PassTrack.Of(Pass, [.. Enumerable.Range(0, 20).SelectMany(i => Walk(new(5, 5 + i), new(15, 5 + i)))], 0.1).WalkedShare);
        Assert.Equal(0, PassTrack.Of(Pass, [], 0.1).WalkedShare);
    }

    [Fact]
    public void Where_the_track_has_a_hole_nobody_listened()
    {
        List<(SitePoint Place, double Level)> holed = [.. Walk(new(10, 5), new(10, 25)).Where(s => s.Place.North is < 9 or > 14)];

        Assert.InRange(PassTrack.Of(Pass, holed, 0.1).WalkedShare, 0.7, 0.8);
    }

    [Fact]
    public void The_same_samples_twice_or_in_two_walks_say_no_more()
    {
        var once = PassTrack.Of(Pass, Walk(new(10, 5), new(10, 25)), 0.1);
        var twice = PassTrack.Of(Pass, [.. Walk(new(10, 5), new(10, 25)), .. Walk(new(10, 25), new(10, 5))], 0.1);

        Assert.Equal(once.Strip.Count, twice.Strip.Count);
        Assert.Equal(once.Peaks.Select(p => Math.Round(p.AlongMetres, 2)), twice.Peaks.Select(p => Math.Round(p.AlongMetres, 2)));
    }

    [Theory]
    [InlineData("pass", true, null)]
    [InlineData(" Pass power ", true, SweepMode.Power)]
    [InlineData("pass Radio", true, SweepMode.Radio)]
    [InlineData("pass loud", false, null)]
    [InlineData("pass 3", false, null)]
    [InlineData("passage", false, null)]
    [InlineData("gas", false, null)]
    [InlineData("", false, null)]
    public void A_reading_says_that_it_belongs_to_a_pass_and_of_which_mode(string utility, bool is_, SweepMode? mode)
    {
        Assert.Equal(is_, PassTrack.IsNamed(utility));
        Assert.Equal(mode, PassTrack.ModeOf(utility));
        Assert.All(Enum.GetValues<SweepMode>(), m => Assert.Equal(m, PassTrack.ModeOf(PassTrack.WordFor(m))));
    }
}
