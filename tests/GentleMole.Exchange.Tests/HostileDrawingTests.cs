using System.Diagnostics;
using CsCheck;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;

namespace GentleMole.Exchange.Tests;

/// <summary>Each is read or refused by counting while it is read; the process that reads drawings has limits beside.</summary>
public class HostileDrawingTests
{
    public static TheoryData<string> Names => [.. HostileFiles.Drawings.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public void It_is_read_or_refused_with_a_sentence_and_soon(string name)
    {
        var content = HostileFiles.Drawings[name]();
        var began = Stopwatch.GetTimestamp();
        var before = GC.GetAllocatedBytesForCurrentThread();
        var read = Made.Read(content, name);

        Assert.True(read.IsGood || (read.Errors[0].Field == "file" && read.Errors[0].Sentence.Length > 20));
        Assert.InRange(Stopwatch.GetElapsedTime(began).TotalSeconds, 0, 20);
        Assert.InRange(GC.GetAllocatedBytesForCurrentThread() - before, 0, 700_000_000);
    }

    public static TheoryData<string> Kept => [.. Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "corpus"), "hostile-*").Select(f => Path.GetFileName(f)!)];

    [Theory]
    [MemberData(nameof(Kept))]
    public void Files_that_were_sent_to_hurt_are_read_or_refused(string name)
    {
        var content = File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "corpus", name));
        var before = GC.GetAllocatedBytesForCurrentThread();
        if (name.EndsWith("png", StringComparison.Ordinal))
        {
            Assert.True(PhotoFile.Look(content).IsGood);
            Assert.True(PhotoFile.Strip(content).Length < 200);
        }
        else
        {
            var read = Made.Read(content, name);
            Assert.True(read.IsGood == name.Contains("star", StringComparison.Ordinal), read.IsGood ? name : read.Errors[0].Sentence);
        }

        Assert.InRange(GC.GetAllocatedBytesForCurrentThread() - before, 0, 200_000_000);
    }

    [Theory]
    [InlineData("collections-in-collections.gpkg", "nested")]
    [InlineData("a-view-without-end.gpkg", "reckoned")]
    [InlineData("a-column-that-is-reckoned.gpkg", "damaged")]
    [InlineData("lists-that-are-views.gpkg", "no GeoPackage")]
    [InlineData("no-geometry.gpkg", "nothing in it")]
    [InlineData("words-for-geometry.gpkg", "damaged")]
    [InlineData("deep.kml", "nested")]
    [InlineData("placemarks-in-placemarks.kml", "nested")]
    [InlineData("entities.kml", "well-formed")]
    [InlineData("bulges.dxf", "corners")]
    [InlineData("arcs.dxf", "corners")]
    [InlineData("many-layers.dxf", "things")]
    [InlineData("corners.json", "corners")]
    [InlineData("empty-features.json", "values")]
    public void What_is_wrong_with_it_is_said(string name, string part) =>
        Assert.Contains(part, Made.Read(HostileFiles.Drawings[name](), name).Errors.Single().Sentence, StringComparison.Ordinal);

    [Fact]
    public void A_line_within_lines_is_one_line() =>
        Assert.Equal(20_000, Made.Read(HostileFiles.Drawings["lines-in-lines.kml"](), "a.kml").Value.Shapes.Single().Points.Count);

    [Fact]
    public void What_was_read_comes_back_as_it_was_and_what_is_broken_is_refused()
    {
        var drawing = Made.Read(HostileFiles.Drawings["star.dxf"](), "star.dxf").Value with { Skipped = new Dictionary<string, int> { ["HATCH"] = 3 } };
        using var stream = new MemoryStream();
        DrawingCodec.Write(drawing, stream);
        var bytes = stream.ToArray();
        var back = DrawingCodec.Read(bytes);

        Assert.Equal(drawing.Shapes.Single().Points, back.Shapes.Single().Points);
        Assert.Equal((drawing.Format, drawing.System, drawing.UnitMetres, 3), (back.Format, back.System, back.UnitMetres, back.Skipped["HATCH"]));
        Gen.Select(Gen.Int[0, Math.Min(200, bytes.Length) - 1], Gen.Byte).Sample((at, value) =>
        {
            var broken = (byte[])bytes.Clone();
            broken[at] = value;
            try
            {
                return DrawingCodec.Read(broken).Shapes.Sum(s => s.Points.Count) <= Drawing.MostVertices;
            }
            catch (InvalidDataException)
            {
                return true;
            }
        }, iter: 2000);
        Assert.Throws<InvalidDataException>(() => DrawingCodec.Read(bytes[..^3]));
    }

    [Fact]
    public void Cut_by_a_box_the_length_within_is_kept_and_nothing_lies_outside()
    {
        var place = Gen.Select(Gen.Double[-20, 20], Gen.Double[-20, 20]).Select(p => new SitePoint(p.Item1, p.Item2));
        place.List[2, 12].Sample(line =>
        {
            var box = new SiteBox(-7, -5, 6, 9);
            var parts = box.Cut(line);
            var wide = box.Widened(1e-9);
            Assert.All(parts, part => Assert.All(part, p => Assert.True(wide.Holds(p))));

            // The same by going along in small steps.
            var within = line.Zip(line.Skip(1)).Sum(s =>
            {
                var steps = 4000;
                return Enumerable.Range(0, steps).Count(k => box.Holds(s.First + ((s.Second - s.First) * ((k + 0.5) / steps)))) * s.First.DistanceTo(s.Second) / steps;
            });
            Assert.Equal(within, parts.Sum(p => p.Zip(p.Skip(1)).Sum(s => s.First.DistanceTo(s.Second))), 0.02 * line.Count);
        }, iter: 300);
    }
}
