using CsCheck;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Site;

/// <summary>A long plan in sheets: nothing is left out, sheets overlap, and there are no more than needed.</summary>
public class StripCoverTests
{
    private static readonly Gen<SitePoint> Place = Gen.Select(Gen.Double[-300, 300], Gen.Double[-300, 300]).Select((e, n) => new SitePoint(e, n));

    [Fact]
    public void Every_place_of_every_way_lies_on_a_sheet_within_its_overlap() =>
        Gen.Select(Place.List[1, 8].List[1, 4], Gen.Double[20, 120], Gen.Double[20, 120]).Sample((ways, wide, high) =>
        {
            var sheets = StripCover.Over([.. ways.Select(w => (IReadOnlyList<SitePoint>)w)], wide, high, 10_000)!;
            var (halfWide, halfHigh) = (wide * (0.5 - StripCover.Overlap) * 1.2, high * (0.5 - StripCover.Overlap) * 1.2);
            foreach (var way in ways)
            {
                for (var i = 0; i < way.Count; i++)
                {
                    for (var t = 0.0; t <= 1; t += 0.05)
                    {
                        var at = i + 1 < way.Count ? way[i] + ((way[i + 1] - way[i]) * t) : way[i];
                        if (!sheets.Any(s => Math.Abs(s.East - at.East) <= Math.Min(wide / 2, halfWide) && Math.Abs(s.North - at.North) <= Math.Min(high / 2, halfHigh)))
                        {
                            return false;
                        }
                    }
                }
            }

            return true;
        }, iter: 60);

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_straight_way_takes_as_few_sheets_as_can_be_in_order_and_neighbours_overlap(bool isUp)
    {
        var way = new[] { new SitePoint(0, 0), isUp ? new SitePoint(0, 500) : new SitePoint(500, 0) };
        var sheets = StripCover.Over([way], 100, 100, 50)!;
        Assert.InRange(sheets.Count, 6, 7);
        Assert.Equal(sheets, sheets.OrderBy(s => s.East + s.North));
        Assert.All(sheets.Zip(sheets.Skip(1)), p => Assert.True(p.First.DistanceTo(p.Second) < 100));
    }

    [Fact]
    public void What_fits_one_sheet_is_one_and_more_than_allowed_are_none()
    {
        Assert.Equal(new SitePoint(10, 5), Assert.Single(StripCover.Over([[new SitePoint(0, 0), new SitePoint(20, 10)]], 40, 30, 1)!));
        Assert.Null(StripCover.Over([[new SitePoint(0, 0), new SitePoint(500, 0)]], 100, 100, 3));
        Assert.Null(StripCover.Over([[new SitePoint(0, 0), new SitePoint(1e9, 0)]], 1, 1, 100));
        Assert.Empty(StripCover.Over([], 100, 100, 3)!);
    }
}
