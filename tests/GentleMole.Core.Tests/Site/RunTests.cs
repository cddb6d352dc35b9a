using CsCheck;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Site;

public class RunTests
{
    private static readonly Gen<SitePoint> Points = Gen.Select(Gen.Double[-200, 200], Gen.Double[-200, 200], (e, n) => new SitePoint(e, n));

    [Fact]
    public void Chainage_and_offset_find_the_same_place_again() =>
        Gen.Select(Points, Points, Gen.Double[0, 1], Gen.Double[-20, 20]).Where(t => t.Item1.DistanceTo(t.Item2) > 1).Sample((a, b, part, offset) =>
        {
            var run = new Run([a, b]);
            var station = run.Project(run.At(part * run.Length, offset));
            Assert.Equal(part * run.Length, station.ChainageMetres, 1e-6);
            Assert.Equal(offset, station.OffsetMetres, 1e-6);
        });

    [Fact]
    public void Right_of_a_run_to_the_north_is_east()
    {
        var run = new Run([new(0, 0), new(0, 10)]);

        Assert.Equal(new SitePoint(2, 4), run.At(4, 2));
        Assert.Equal(2, run.Project(new SitePoint(2, 4)).OffsetMetres, 1e-9);
    }

    [Fact]
    public void Two_runs_cross_where_both_chainages_say()
    {
        var trench = new Run([new(0, 5), new(10, 5)]);
        var pipe = new Run([new(4, 0), new(4, 3), new(6, 9)]);

        var crossing = Assert.Single(trench.CrossingsWith(pipe));

        Assert.Equal(trench.At(crossing.ChainageMetres).East, pipe.At(crossing.OtherChainageMetres).East, 1e-9);
        Assert.Equal(5, pipe.At(crossing.OtherChainageMetres).North, 1e-9);
    }

    [Fact]
    public void A_run_without_length_is_refused() =>
        Assert.Throws<ArgumentException>(() => new Run([new(1, 1), new(1, 1)]));

    [Fact]
    public void Site_metres_go_to_the_earth_and_back() =>
        Gen.Select(Gen.Double[-80, 80], Gen.Double[-179, 179], Gen.Double[-2000, 2000], Gen.Double[-2000, 2000]).Sample((lat, lon, e, n) =>
        {
            var origin = new SiteOrigin(lat, lon);
            var back = origin.ToSite(origin.ToGeo(new SitePoint(e, n)));

            // The plane touches the earth at the origin; two kilometres off it the heights dropped matter by a millimetre.
            Assert.True(back.DistanceTo(new SitePoint(e, n)) < 0.002);
        });

    [Fact]
    public void One_minute_of_latitude_is_a_sea_mile()
    {
        var north = new SiteOrigin(50, 0).ToSite(new GeoPosition(50 + (1 / 60.0), 0));

        Assert.InRange(north.North, 1850, 1856);
        Assert.Equal(0, north.East, 1e-6);
    }

    [Fact]
    public void The_axis_of_a_trench_runs_along_its_middle_from_west_to_east()
    {
        var axis = DigArea.Axis([new(46, 1), new(0, 1), new(0, 0), new(46, 0)]);

        Assert.Equal(46, axis.Length, 1e-6);
        Assert.Equal(0, axis.Points[0].East, 1e-6);
        Assert.Equal(0.5, axis.Points[0].North, 1e-6);
    }

    [Theory]
    [InlineData("0 0, 5 5", "3")]
    [InlineData("0 0, 5 5, 0 5, 5 0", "crosses itself")]
    [InlineData("0 0, 5 5, 10 10", "no width")]
    public void A_bad_outline_is_told_what_is_wrong(string corners, string part)
    {
        var points = corners.Split(", ").Select(c => c.Split(' ')).Select(c => new SitePoint(double.Parse(c[0]), double.Parse(c[1]))).ToList();

        Assert.Contains(DigArea.Check(points, "corners"), e => e.Sentence.Contains(part, StringComparison.Ordinal));
    }

    [Fact]
    public void Where_two_runs_come_nearest_is_found_from_both_sides()
    {
        var (along, bent) = (new Run([new(0, 0), new(40, 0)]), new Run([new(10, 9), new(20, 2), new(30, 9)]));

        Assert.Equal((20, bent.ChainageOf(1), 2), along.NearestTo(bent));
        Assert.Equal((bent.ChainageOf(1), 20, 2), bent.NearestTo(along));
        Assert.Equal((15, 5, 0), along.NearestTo(new Run([new(15, 5), new(15, -3)])));
    }

    [Fact]
    public void No_two_places_of_two_runs_are_nearer_than_the_nearest() =>
        Gen.Select(Gen.Double[-20, 20], Gen.Double[-20, 20], (e, n) => new SitePoint(e, n)).List[6].Where(p => p[..3].Zip(p[1..3]).Concat(p[3..].Zip(p[4..])).All(l => l.First.DistanceTo(l.Second) > 0.01)).Sample(points =>
        {
            var (one, other) = (new Run(points[..3]), new Run(points[3..]));
            var nearest = one.NearestTo(other);
            Assert.Equal(nearest.Metres, one.At(nearest.ChainageMetres).DistanceTo(other.At(nearest.OtherChainageMetres)), 1e-6);
            for (var i = 0; i <= 20; i++)
            {
                Assert.True(Math.Abs(other.Project(one.At(one.Length * i / 20)).OffsetMetres) >= nearest.Metres - 1e-9);
            }
        });
}
