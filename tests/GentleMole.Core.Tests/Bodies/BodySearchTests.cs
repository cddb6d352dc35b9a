using GentleMole.Core.Bodies;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Bodies;

/// <summary>Bodies under grids of radar lines: laws, and made-up grounds of which the truth is known.</summary>
[Collection("works all processors")]
public class BodySearchTests
{
    private const double Velocity = 0.1;
    private static readonly Estimate Known = Estimate.Symmetric(Velocity, 0.004);

    /// <summary>Lines north and east, every half metre, over what a rule says of a place: the time of a top there, or nothing.</summary>
    private static List<LevelLine> Over(BodyBox box, bool isNormal = true, double cover = 0.8, double? bottomNanoseconds = null, bool isDug = false, double side = 6)
    {
        var lines = new List<LevelLine>();
        for (var at = 0.0; at <= side; at += 0.5)
        {
            lines.Add(Line(new SitePoint(at, 0), new SitePoint(0, 1)));
            lines.Add(Line(new SitePoint(0, at), new SitePoint(1, 0)));
        }

        return lines;

        LevelLine Line(SitePoint start, SitePoint way)
        {
            var pieces = new List<LevelEcho>();
            if (box.Chord(start, way) is var (from, to) && to - from > 0.2)
            {
                pieces.Add(new LevelEcho(from, to, 2 * cover / Velocity, 0, isNormal, 0.2));
                if (bottomNanoseconds is { } later)
                {
                    pieces.Add(new LevelEcho(from, to, (2 * cover / Velocity) + later, 0, !isNormal, 0.15));
                }

                if (isDug)
                {
                    pieces.Add(new LevelEcho(from, to, 2 * 0.4 / Velocity, 0, true, 0.03) { IsGap = true });
                }
            }

            return new LevelLine(start, way, 0, side, 0, 0.05, new LevelFinding(pieces, isDug ? [new LevelFinding.Layer(8, false, 0.03)] : []));
        }
    }

    private static readonly BodyBox Box = new(new SitePoint(3, 3), 0.6, 2, 1);

    [Fact]
    public void A_body_is_told_at_its_place_with_its_length_width_bearing_and_room()
    {
        var body = Assert.Single(BodySearch.Of(Over(Box, bottomNanoseconds: 4), Known).Bodies);
        Assert.True(body.Box.Middle.DistanceTo(Box.Middle) < 0.1);
        Assert.InRange(2, body.Length.Low95, body.Length.High95);
        Assert.InRange(1, body.Width.Low95, body.Width.High95);
        Assert.Equal(2, body.Length.Value, 0.15);
        Assert.Equal(1, body.Width.Value, 0.15);
        Assert.Equal(0.6 * 180 / Math.PI, body.Bearing.Value, 6.0);
        Assert.Equal(0.8, body.Cover.Value, 0.01);
        Assert.Equal(BodyKind.Hollow, body.Kind);
        Assert.Equal(4 * RadarWave.LightMetresPerNanosecond / 2, body.Height!.Value.Value, 3);
        Assert.InRange(2 * 1 * 0.6, body.Volume!.Value.Low95, body.Volume.Value.High95);
        Assert.Equal(1, body.Kinds.Sum(k => k.Probability), 9);
        Assert.False(body.Facts.IsOpen);
    }

    [Fact]
    public void Moved_and_turned_ground_moves_and_turns_what_is_told()
    {
        var lines = Over(Box);
        var one = Assert.Single(BodySearch.Of(lines, Known).Bodies);
        var turned = lines.ConvertAll(l => l with { Start = new SitePoint(-l.Start.North + 40, l.Start.East - 7), Way = new SitePoint(-l.Way.North, l.Way.East) });
        var other = Assert.Single(BodySearch.Of(turned, Known).Bodies);
        Assert.True(other.Box.Middle.DistanceTo(new SitePoint(-one.Box.Middle.North + 40, one.Box.Middle.East - 7)) < 0.1);
        Assert.Equal(one.Length.Value, other.Length.Value, 0.12);
        Assert.Equal(0, Math.Abs(Math.IEEERemainder(one.Bearing.Value - 90 - other.Bearing.Value, 180)), 5.0);
    }

    [Fact]
    public void The_order_of_lines_and_the_way_they_are_walked_are_of_no_matter()
    {
        var lines = Over(Box, bottomNanoseconds: 4);
        var one = Assert.Single(BodySearch.Of(lines, Known).Bodies);
        var mirrored = lines.AsEnumerable().Reverse().Select(l => l with
        {
            Start = l.Start + (l.Way * 6), Way = l.Way * -1, Found = l.Found with { Pieces = [.. l.Found.Pieces.Select(p => p with { FromMetres = 6 - p.ToMetres, ToMetres = 6 - p.FromMetres })] },
        }).ToList();
        var other = Assert.Single(BodySearch.Of(mirrored, Known).Bodies);
        Assert.Equal(one.Length.Value, other.Length.Value, 0.12);
        Assert.Equal(one.Kind, other.Kind);
        Assert.Equal(one.Cover.Value, other.Cover.Value, 9);
    }

    [Fact]
    public void What_answers_below_a_body_is_of_it()
    {
        // Water: the bottom comes late, and often stronger than the top.
        var lines = Over(Box, isNormal: false, bottomNanoseconds: 30);
        var body = Assert.Single(BodySearch.Of(lines, Known).Bodies);
        Assert.Equal(BodyKind.Water, body.Kind);
        Assert.Equal(0.5, body.Height!.Value.Value, 0.02);
    }

    [Fact]
    public void Two_bodies_at_two_depths_and_places_are_two()
    {
        var first = Over(new BodyBox(new SitePoint(1.8, 2), 0, 1.4, 1));
        var second = Over(new BodyBox(new SitePoint(4.4, 4.2), 0.4, 1.6, 0.9), isNormal: false, cover: 1.2);
        List<LevelLine> both = [.. first.Zip(second, (a, b) => a with { Found = a.Found with { Pieces = [.. a.Found.Pieces, .. b.Found.Pieces] } })];
        Assert.Equal(2, BodySearch.Of(both, Known).Bodies.Count);
    }

    [Fact]
    public void Broken_layers_over_a_body_are_told_with_it_and_whole_ones_speak_against_a_grave()
    {
        var grave = new BodyBox(new SitePoint(3, 3), Math.PI / 2, 1.95, 0.7);
        var dug = Assert.Single(BodySearch.Of(Over(grave, cover: 1.2, isDug: true), Known, isGraveyard: true).Bodies);
        Assert.True(dug.Facts.IsDug);
        Assert.Equal(BodyKind.Grave, dug.Kind);

        var whole = Over(grave, cover: 1.2).ConvertAll(l => l with { Found = l.Found with { Layers = [new LevelFinding.Layer(8, false, 0.03)] } });
        var over = Assert.Single(BodySearch.Of(whole, Known, isGraveyard: true).Bodies);
        Assert.False(over.Facts.IsDug);
        double Chance(RadarBody body) => body.Kinds.Single(k => k.Kind == BodyKind.Grave).Probability;
        Assert.True(Chance(over) < Chance(dug));
    }

    [Fact]
    public void A_body_that_reaches_the_edge_of_what_was_walked_may_go_on()
    {
        Assert.True(Assert.Single(BodySearch.Of(Over(new BodyBox(new SitePoint(0.4, 3), 0, 2, 1.4)), Known).Bodies).Facts.IsOpen);
        Assert.False(Assert.Single(BodySearch.Of(Over(Box), Known).Bodies).Facts.IsOpen);
    }

    [Fact]
    public void One_line_alone_claims_nothing()
    {
        var all = Over(Box);
        var one = all.Single(l => l.Start == new SitePoint(3, 0));
        var told = BodySearch.Of([one], Known);
        Assert.All(told.Bodies, b => Assert.Equal(BodyKind.Unknown, b.Kind));

        // Where lines across show nothing there, it is no body at all.
        Assert.Empty(BodySearch.Of([.. all.Select(l => l == one ? l : l with { Found = new LevelFinding([], []) })], Known).Bodies);
    }

    [Fact]
    public void Graves_that_lie_alike_speak_for_each_other_and_one_across_them_does_not()
    {
        List<LevelLine> Yard(params BodyBox[] boxes)
        {
            var layers = boxes.Select(b => Over(b, cover: 1.2)).ToList();
            return [.. Enumerable.Range(0, layers[0].Count).Select(i => layers[0][i] with { Found = new LevelFinding([.. layers.SelectMany(l => l[i].Found.Pieces)], []) })];
        }

        BodyBox Grave(double east, double north, double bearing) => new(new SitePoint(east, north), bearing, 1.9, 0.7);
        RadarBody[] Told(List<LevelLine> lines) => [.. BodySearch.Of(lines, Known).Bodies.OrderBy(b => b.Box.Middle.North)];
        double Chance(RadarBody body) => body.Kinds.Single(k => k.Kind == BodyKind.Grave).Probability;
        var alone = Told(Yard(Grave(2, 1.2, 1.5)));
        var rows = Told(Yard(Grave(2, 1.2, 1.5), Grave(2, 2.6, 1.47), Grave(2, 4, 1.55), Grave(4.8, 4.6, 0.1)));
        Assert.Equal(4, rows.Length);
        Assert.True(Chance(rows[0]) > Chance(alone[0]));
        Assert.Equal(2, rows[0].Facts.Alike);
        Assert.Null(BodyPattern.Of(alone));
        var pattern = BodyPattern.Of(rows)!;
        Assert.Equal(3, pattern.Count);
        Assert.Equal(1.5 * 180 / Math.PI, pattern.BearingDegrees, 6.0);
        Assert.Equal(1.4, pattern.ApartMetres, 0.1);
        Assert.True(rows[3].Facts.IsAcrossPattern);
        Assert.True(Chance(rows[3]) < Chance(alone[0]));
    }

    [Fact]
    public void Shallow_slabs_hold_what_is_said_of_their_cover()
    {
        var held = Enumerable.Range(0, 16).AsParallel().SelectMany(i =>
        {
            var random = new Random(100 + i);
            var scene = MadeUpBodies.Make(new([BodyKind.Slab, BodyKind.Slab]), random);
            return scene.Judge(scene.Search(0.03 * Deviate.Normal(random))).Found.Where(f => f.Body is not null)
                .Select(f => f.Block.CoverMetres >= f.Body!.Cover.Low95 && f.Block.CoverMetres <= f.Body.Cover.High95).ToList();
        }).ToList();
        Assert.True(held.Count >= 24 && held.Count(h => h) >= 0.88 * held.Count, $"{held.Count(h => h)} of {held.Count} covers held");
    }

    /// <summary>Grounds with all their traces; what is told is held against what lies there.</summary>
    [Fact]
    public void On_made_up_grounds_bodies_are_found_and_told_and_intervals_hold()
    {
        BodyKind[] kinds = [BodyKind.Hollow, BodyKind.Metal, BodyKind.Water, BodyKind.Slab, BodyKind.Grave, BodyKind.Dug];
        var held = Enumerable.Range(0, 24).AsParallel().Select(i =>
        {
            var random = new Random(9000 + i);
            var scene = MadeUpBodies.Make(new([.. Enumerable.Range(0, 3).Select(k => kinds[((3 * i) + k) % kinds.Length])]), random);
            return scene.Judge(scene.Search(0.02 * Deviate.Normal(random)));
        }).ToList();
        var found = held.SelectMany(h => h.Found).ToList();
        var told = found.Where(f => f.Body is not null).ToList();
        double Part(IEnumerable<bool> holds) => holds.Average(h => h ? 1.0 : 0);

        Assert.True(Part(found.Select(f => f.Body is not null)) >= 0.93, $"{told.Count} of {found.Count} found");
        Assert.True(Part(told.Select(f => f.Body!.Kind == f.Kind)) >= 0.85, $"{told.Count(f => f.Body!.Kind == f.Kind)} of {told.Count} told right");
        Assert.True(told.Count(f => f.Body!.Kind != f.Kind && f.Body.Kind != BodyKind.Unknown) <= 4, "told for another kind");
        Assert.True(Part(told.Select(f => f.Block.LengthMetres >= f.Body!.Length.Low95 && f.Block.LengthMetres <= f.Body.Length.High95)) >= 0.87, "lengths held");
        Assert.True(Part(told.Select(f => f.Block.WidthMetres >= f.Body!.Width.Low95 && f.Block.WidthMetres <= f.Body.Width.High95)) >= 0.84, "widths held");
        Assert.True(Part(told.Where(f => f.Body!.Facts.IsTopSeen).Select(f => f.Block.CoverMetres >= f.Body!.Cover.Low95 && f.Block.CoverMetres <= f.Body.Cover.High95)) >= 0.9, "covers held");
        Assert.True(Part(told.Where(f => f.Body!.Height is not null && f.Body.Kind == f.Kind).Select(f => f.Block.HeightMetres >= f.Body!.Height!.Value.Low95 && f.Block.HeightMetres <= f.Body.Height.Value.High95)) >= 0.9, "heights held");
        Assert.True(held.Sum(h => h.False.Count) <= 3, $"{held.Sum(h => h.False.Count)} told where nothing lies");
    }

    [Fact]
    public void Stones_and_pipes_are_no_bodies()
    {
        BuriedPipe Pipe(BuriedKind kind, double radius, params SitePoint[] points) => new(BuriedLine.Level(new SupposedLine("p", "p", UtilityKind.Water, points, new Depth(0.8), null, SupposedEnd.GoesOn, SupposedEnd.GoesOn)), kind, radius);
        BuriedPipe[] pipes = [Pipe(BuriedKind.Metal, 0.05, new(-1, 2), new(8, 3.4)), Pipe(BuriedKind.Air, 0.075, new(2, -1), new(4.2, 9))];
        foreach (var shape in new[] { new MadeUpBodies.Shape([], StonesPerLine: 12), new MadeUpBodies.Shape([], StonesPerLine: 12, IsBothWays: false), new MadeUpBodies.Shape([], Pipes: pipes) })
        {
            for (var seed = 0; seed < 3; seed++)
            {
                var told = MadeUpBodies.Make(shape, new Random(50 + seed)).Search(0);
                Assert.All(told.Bodies, b => Assert.Equal(BodyKind.Unknown, b.Kind));
                Assert.True(told.Bodies.Count <= 1, $"{told.Bodies.Count} bodies");
            }
        }
    }

    [Fact]
    public void A_height_is_by_what_fills_it_and_none_without_a_bottom()
    {
        var facts = new BodyFacts(true, true, 0.2, 4, null, 3, 2, false);
        Assert.Equal(4 * RadarWave.LightMetresPerNanosecond / 2, facts.HeightIn(BodyFacts.Air)!.Value, 9);
        Assert.Equal(facts.HeightIn(BodyFacts.Air)!.Value / 9, facts.HeightIn(BodyFacts.Water)!.Value, 9);
        Assert.Null((facts with { BottomNanoseconds = null }).HeightIn(BodyFacts.Air));
    }

    [Fact]
    public void A_box_is_met_where_its_sides_are()
    {
        var box = new BodyBox(new SitePoint(2, 1), Math.PI / 2, 4, 2);
        Assert.Equal((0, 4), box.Chord(new SitePoint(0, 1), new SitePoint(1, 0))!.Value, (a, b) => Math.Abs(a.Item1 - b.Item1) < 1e-9 && Math.Abs(a.Item2 - b.Item2) < 1e-9);
        Assert.Null(box.Chord(new SitePoint(0, 2.5), new SitePoint(1, 0)));
        Assert.True(box.Holds(new SitePoint(3.9, 1.9)) && !box.Holds(new SitePoint(3.9, 2.1)));
        Assert.Equal(5, box.AwayFrom(new SitePoint(7, 6)), 9);
    }

    [Fact]
    public void Nothing_walked_shows_nothing()
    {
        Assert.Empty(BodySearch.Of([], Known).Bodies);
        Assert.Empty(BodySearch.Of([new LevelLine(default, new SitePoint(0, 1), 0, 5, 0.1, 0.05, new LevelFinding([], []))], Known).Bodies);
    }
}
