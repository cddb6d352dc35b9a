using GentleMole.Core.Hookup;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Yards;

namespace GentleMole.Exchange.Tests;

/// <summary>A yard goes out as an open file and comes back the same; what is hostile or makes no sense is refused in a sentence.</summary>
public class YardFileTests
{
    private static DrawnYard Drawn(string code = "loud-neighbour")
    {
        var yard = YardBook.Find(code)!;
        return new DrawnYard(yard.Title, yard.Level, yard.Minutes, yard.Brief, yard.Teaches, yard.Lay(3));
    }

    [Fact]
    public void Every_yard_comes_back_as_it_went_and_plays_the_same()
    {
        foreach (var yard in YardBook.All)
        {
            var drawn = Drawn(yard.Code);
            var text = YardFile.Write(drawn);
            var back = YardFile.Read(text);
            Assert.True(back.IsGood, $"{yard.Code}: {string.Join(' ', back.IsGood ? [] : back.Errors.Select(e => e.Field + " " + e.Sentence))}");
            Assert.Equal(text, YardFile.Write(back.Value));
            var (one, two) = (drawn.AsYard("made-1").Lay(9), back.Value.AsYard("made-1").Lay(9));
            Assert.Equal(one.Ground.Lines.SelectMany(l => l.Run.Points), two.Ground.Lines.SelectMany(l => l.Run.Points));
            Assert.Equal(one.Ground.Soil, two.Ground.Soil);
            Assert.NotEqual(one.Ground.Lines[0].Run.Points, drawn.AsYard("made-1").Lay(10).Ground.Lines[0].Run.Points);
            Assert.All(one.Features.SelectMany(f => f.Connections.Select(c => (f, c))), c => Assert.InRange(one.Ground.Line(c.c.On)!.Run.At(c.c.AtMetres).DistanceTo(c.f.Place), 0, 0.6));
        }
    }

    [Fact]
    public void Lines_that_are_supposed_lie_beside_their_records_and_there_may_be_what_nobody_recorded()
    {
        var drawn = Drawn("quiet-lane") with { HasSurprises = true };
        var laid = Enumerable.Range(0, 60).Select(s => drawn.AsYard("made-2").Lay(s)).ToList();
        Assert.InRange(laid.Count(s => s.Strangers.Any()), 8, 34);
        Assert.InRange(laid.Count(s => s.Ground.Bonds.Count > 0), 6, 32);
        var apart = laid.Select(s => s.Records[0].Points.Average(p => s.Ground.Line("gas")!.Run.Project(p).Foot.DistanceTo(p))).ToList();
        Assert.True(apart.Max() - apart.Min() > 1);
    }

    [Fact]
    public void Corners_that_come_to_lie_in_one_place_when_a_yard_is_turned_are_one_corner()
    {
        var drawn = Drawn("quiet-lane");
        var line = drawn.Site.Ground.Lines[0];
        var (first, last) = (line.Run.Points[0], line.Run.Points[^1]);
        SitePoint[] close = [first, first + new SitePoint(0.004, 0), first + new SitePoint(0.004, 0.003), last, last + new SitePoint(0.002, 0.002)];
        var lies = new SupposedLine(line.Id, line.Lies.Name, line.Kind, close, line.Lies.Depth, line.Lies.Conductor, line.Lies.Start, line.Lies.End);
        var odd = drawn with { HasSurprises = true, Site = drawn.Site with { Ground = drawn.Site.Ground with { Lines = [new BuriedLine(lies, [.. close.Select(_ => line.Depths[0])]), .. drawn.Site.Ground.Lines.Skip(1)] } } };
        Assert.Empty(odd.Check());
        Assert.All(Enumerable.Range(0, 300), seed => Assert.InRange(odd.AsYard("made-4").Lay(seed).Ground.Lines[0].Run.Length, line.Run.Length - 0.1, line.Run.Length + 0.1));

        BuriedLine Short(double metres) => new(new SupposedLine("short", "short", line.Kind, [first, first + new SitePoint(metres, 0)], line.Lies.Depth, line.Lies.Conductor, line.Lies.Start, line.Lies.End), [line.Depths[0], line.Depths[0]]);
        Assert.Equal(["lines[1].points"], Short(0.3) is var few ? (drawn with { Site = drawn.Site with { Ground = drawn.Site.Ground with { Lines = [line, few] }, Records = [drawn.Site.Records.First(r => r.Of == line.Id)], Features = [] } }).Check().Select(e => e.Field) : []);
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"format\":\"practice-yard\",\"version\":1}")]
    [InlineData("{\"format\":\"something\",\"version\":1}")]
    public void What_is_no_yard_is_said_to_be_none(string text) => Assert.Equal("file", YardFile.Read(text).Errors[0].Field);

    [Fact]
    public void Hostile_files_end_in_a_sentence()
    {
        var text = YardFile.Write(Drawn());
        Assert.Equal("file", YardFile.Read(new string('[', 100_000)).Errors[0].Field);
        Assert.Equal("file", YardFile.Read(new string(' ', YardFile.MostBytes + 1)).Errors[0].Field);
        foreach (var (was, becomes) in new[]
        {
            ("\"level\": 3", "\"level\": 9"), ("\"minutes\": 20", "\"minutes\": 0"), ("\"owner\"", "\"ownr\""), ("\"utility\": \"gas\"", "\"utility\": \"beer\""), ("\"kind\": \"open\"", "\"kind\": \"shut\""), ("\"gas\",", "\"gas\",\"gas\","),
            ("\"runMetres\": 0", "\"runMetres\": 1e300"), ("\"runMetres\": 0", "\"runMetres\": -1"), ("\"permittivity\": 2.3", "\"permittivity\": null"), ("\"version\": 1", "\"version\": 1, \"version\": 1"), ("\"bonds\": [", "\"bonds\": [null,"),
        })
        {
            Assert.Contains(was, text, StringComparison.Ordinal);
            var broken = text[..text.IndexOf(was, StringComparison.Ordinal)] + becomes + text[(text.IndexOf(was, StringComparison.Ordinal) + was.Length)..];
            Assert.False(YardFile.Read(broken).IsGood, becomes);
        }

        var random = new Random(5);
        for (var i = 0; i < 400; i++)
        {
            var letters = text.ToCharArray();
            for (var k = random.Next(1, 6); k > 0; k--)
            {
                letters[random.Next(letters.Length)] = "0123456789-.,{}[]\"e \n"[random.Next(21)];
            }

            // Whatever comes of it is a yard that can be played, or a sentence.
            if (YardFile.Read(new string(letters)) is { IsGood: true } read)
            {
                _ = read.Value.AsYard("made-3").Lay(1).Ground.Network;
            }
        }
    }
}
