using CsCheck;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Tests.Sonde;

public class SondeLocatingTests
{
    private const int Many = 400;

    private static SondeNulls Exact(double along, double depth, double tiltDegrees, double height, int nose)
    {
        var (d, t) = (depth + height, Math.Tan(tiltDegrees * Math.PI / 180));
        var (front, rear) = SondeShape.Nulls(t);
        return new SondeNulls(along + (nose * front * d), along + (nose * rear * d), along + (nose * SondeShape.Strongest(t) * d), new Height(height));
    }

    [Fact]
    public void Exact_nulls_give_back_the_sonde() => Gen.Select(Gen.Double[-50, 50], Gen.Double[0.3, 5], Gen.Double[-35, 35], Gen.Double[0, 0.5], Gen.OneOf(Gen.Const(-1), Gen.Const(1))).Sample((along, depth, tilt, height, nose) =>
    {
        var found = SondeLocating.ByNulls(Exact(along, depth, tilt, height, nose)).Value;
        Assert.Equal(along, found.Along.Value, 1e-5 * depth * 10);
        Assert.Equal(depth, found.Depth.Value, 1e-4);
        Assert.Equal(tilt, found.TiltDegrees!.Value.Value, 1e-2);
        Assert.InRange(found.Along.Value, found.Along.Low95, found.Along.High95);
        Assert.InRange(found.Depth.Value, found.Depth.Low95, found.Depth.High95);
    });

    [Fact]
    public void Moved_and_turned_round_it_stays_the_same_sonde()
    {
        var one = SondeLocating.ByNulls(Exact(3, 1.1, 9, 0.1, 1)).Value;
        var moved = SondeLocating.ByNulls(Exact(103, 1.1, 9, 0.1, -1)).Value;
        Assert.Equal(one.Along.Value + 100, moved.Along.Value, 1e-6);
        Assert.Equal(one.Depth.Value, moved.Depth.Value, 1e-9);
        Assert.Equal(one.Depth.HalfWidth, moved.Depth.HalfWidth, 1e-6);
        Assert.Equal(one.TiltDegrees!.Value.Value, moved.TiltDegrees!.Value.Value, 1e-6);
    }

    private static double Share(IEnumerable<(Estimate Said, double Truth)> said) => said.Average(s => s.Truth >= s.Said.Low95 && s.Truth <= s.Said.High95 ? 1.0 : 0);

    [Fact]
    public void Its_intervals_hold_what_they_say()
    {
        var told = Enumerable.Range(0, Many).Select(i =>
        {
            var random = new Random(71_000 + i);
            var sonde = MadeUpSonde.Make(random);
            return (sonde, SondeLocating.ByNulls(sonde.Nulls(random, 0.1)).Value);
        }).ToList();
        Assert.InRange(Share(told.Select(t => (t.Value.Along, t.sonde.AlongMetres))), 0.925, 0.98);
        Assert.InRange(Share(told.Select(t => (t.Value.Depth, t.sonde.DepthMetres))), 0.925, 0.98);
        Assert.InRange(Share(told.Select(t => (t.Value.TiltDegrees!.Value, t.sonde.TiltDegrees))), 0.925, 0.98);
    }

    [Fact]
    public void By_strength_too_whatever_the_tilt()
    {
        var told = Enumerable.Range(0, Many).Select(i =>
        {
            var random = new Random(72_000 + i);
            var sonde = MadeUpSonde.Make(random) with { TiltDegrees = 180 * (random.NextDouble() - 0.5) };
            return (sonde, SondeLocating.ByStrength(sonde.Strength(random, 0.6)).Value);
        }).ToList();
        Assert.InRange(Share(told.Select(t => (t.Value.Along, t.sonde.AlongMetres))), 0.915, 0.98);
        Assert.InRange(Share(told.Select(t => (t.Value.Depth, t.sonde.DepthMetres))), 0.915, 0.98);
        Assert.All(told, t => Assert.Equal((Verdict.Caution, null), (t.Value.Verdict, t.Value.TiltDegrees)));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_row_of_levels_holds_what_it_says(bool withUp)
    {
        var told = Enumerable.Range(0, Many).Select(i =>
        {
            var random = new Random(73_000 + i);
            var sonde = MadeUpSonde.Make(random);
            return (sonde, SondeRowFit.Of(sonde.Row(random, 17, 0.03, 0.01, withUp)).Value);
        }).ToList();
        Assert.InRange(Share(told.Select(t => (t.Value.Along, t.sonde.AlongMetres))), 0.92, 0.985);
        Assert.InRange(Share(told.Select(t => (t.Value.Depth, t.sonde.DepthMetres))), 0.92, 0.985);
        Assert.InRange(Share(told.Select(t => (t.Value.TiltDegrees!.Value, t.sonde.TiltDegrees))), 0.915, 0.985);
    }

    [Fact]
    public void Shown_depths_that_agree_make_it_surer_and_one_that_does_not_is_named()
    {
        var plain = Exact(0, 1.2, 0, 0.1, 1);
        var alone = SondeLocating.ByNulls(plain).Value;
        var agrees = SondeLocating.ByNulls(plain with { ShownMetres = 1.21, TurnedMetres = 1.19 }).Value;
        var differs = SondeLocating.ByNulls(plain with { ShownMetres = 1.2, TurnedMetres = 1.45 }).Value;
        var contradicts = SondeLocating.ByNulls(plain with { ShownMetres = 2.6 }).Value;
        Assert.True(agrees.Depth.HalfWidth < alone.Depth.HalfWidth);
        Assert.Equal(Verdict.Sound, agrees.Verdict);
        Assert.Contains(differs.Reasons, r => r.Code == "sonde-turned-differs");
        Assert.Equal(Verdict.Reject, contradicts.Verdict);
        Assert.InRange(2.6, contradicts.Depth.Low95, contradicts.Depth.High95 + 1e-9);
    }

    [Fact]
    public void A_tilted_sonde_is_used_with_care_and_one_on_end_not_at_all()
    {
        Assert.Equal(Verdict.Sound, SondeLocating.ByNulls(Exact(0, 1.2, 12, 0.1, 1)).Value.Verdict);
        Assert.Equal(Verdict.Caution, SondeLocating.ByNulls(Exact(0, 1.2, 30, 0.1, 1)).Value.Verdict);
        Assert.Equal(Verdict.Reject, SondeLocating.ByNulls(Exact(0, 1.2, 62, 0.1, 1)).Value.Verdict);
    }

    [Fact]
    public void What_is_no_sonde_is_refused_with_a_sentence()
    {
        Assert.Contains("between the two nulls", SondeLocating.ByNulls(new SondeNulls(2, 0, 2.5, new Height(0))).Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Contains("one place", SondeLocating.ByNulls(new SondeNulls(2, 2, 2, new Height(0))).Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Contains("above ground", SondeLocating.ByNulls(new SondeNulls(1, 0, 0.5, new Height(2))).Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Contains("less than on the ground", SondeLocating.ByStrength(new SondeStrength(0, 5, new Height(0), 6, new Height(0.5))).Errors[0].Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_stop_moves_its_place_along_the_pipe_by_what_the_tilt_moved_it()
    {
        var (front, rear) = SondeShape.Nulls(Math.Tan(15 * Math.PI / 180));
        var over = SondeShape.Strongest(Math.Tan(15 * Math.PI / 180));
        var entry = new SondeEntry(new SitePoint(10, 20), front - over, over - rear, new Height(0), null, null, null, null, null, Azimuth.Of(90));
        var stop = SondeStop.Of(entry).Value;
        Assert.Equal(10 - over, stop.Place.East, 1e-6);
        Assert.Equal(20, stop.Place.North, 1e-6);
        Assert.Equal(1, stop.Found.Depth.Value, 1e-4);

        // Nobody knows which way: the place stays, and the doubt grows by it.
        var unknown = SondeStop.Of(entry with { Ahead = null }).Value;
        Assert.Equal(entry.Strongest, unknown.Place);
        Assert.True(unknown.PlaceSigmaMetres > stop.PlaceSigmaMetres);
        Assert.Equal(SondeWay.Strength, SondeStop.Of(entry with { AheadMetres = null, ShownMetres = 1 }).Value.Found.Way);
        Assert.False(SondeStop.Of(entry with { AheadMetres = null }).IsGood);
    }
}
