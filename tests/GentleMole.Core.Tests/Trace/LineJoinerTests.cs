using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

public sealed class LineJoinerTests
{
    /// <summary>What joining means, without anything that makes it quick.</summary>
    private static List<MarkPoint> Plainly(IEnumerable<MarkPoint> marks)
    {
        var joined = new List<MarkPoint>();
        foreach (var mark in marks)
        {
            if (joined.Exists(p => p.Place.DistanceTo(mark.Place) < 0.005))
            {
                continue;
            }

            var (slot, least) = (joined.Count, joined.Count < 2 ? 0 : mark.Place.DistanceTo(joined[^1].Place));
            if (joined.Count >= 2 && mark.Place.DistanceTo(joined[0].Place) < least)
            {
                (slot, least) = (0, mark.Place.DistanceTo(joined[0].Place));
            }

            for (var i = 1; i < joined.Count; i++)
            {
                var added = mark.Place.DistanceTo(joined[i - 1].Place) + mark.Place.DistanceTo(joined[i].Place) - joined[i - 1].Place.DistanceTo(joined[i].Place);
                if (added < least)
                {
                    (slot, least) = (i, added);
                }
            }

            joined.Insert(slot, mark);
        }

        return joined;
    }

    public static TheoryData<string, int> Walks => new()
    {
        { "along", 1 }, { "along", 2 }, { "back again", 3 }, { "back again", 4 }, { "anywhere", 5 }, { "anywhere", 6 }, { "anywhere", 7 }, { "far apart", 8 },
        { "on a raster", 9 }, { "on a raster", 10 }, { "in one place", 11 },
    };

    [Theory]
    [MemberData(nameof(Walks))]
    public void Marks_lie_in_the_order_that_lengthens_the_line_least(string walk, int seed)
    {
        var random = new Random(seed);
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        SitePoint Along(double s) => new(s + Between(-0.1, 0.1), (8 * Math.Sin(s / 20)) + Between(-0.1, 0.1));
        var places = Enumerable.Range(0, 400).Select(i => walk switch
        {
            "along" => Along(i * 1.3),
            "back again" => Along(i < 200 ? i * 3 : (400 - i) * 3),
            "anywhere" => new SitePoint(Between(-60, 60), Between(-40, 40)),
            "far apart" => new SitePoint(Between(-9000, 9000), Between(-9000, 9000)),
            "on a raster" => new SitePoint(random.Next(12), random.Next(12)),
            _ => new SitePoint(Between(-0.02, 0.02), Between(-0.02, 0.02)),
        });
        var marks = places.Select((p, i) => new MarkPoint(p, 0.1, null, Verdict.Sound, i)).ToList();
        var joined = TracedLine.Join(marks).Points;

        Assert.Equal(Plainly(marks).Select(m => m.Number), joined.Select(m => m.Number));
    }
}
