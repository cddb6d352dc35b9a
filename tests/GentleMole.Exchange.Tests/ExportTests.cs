using System.Text;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using NodaTime;

namespace GentleMole.Exchange.Tests;

public class ExportTests
{
    private static readonly SiteOrigin Origin = new(49.73, -7.41);

    private static ExportSheet Sheet(bool provisional = false) => new("Quay", Origin, provisional,
    [
        new("dot", ExportShape.Point, [new(12.345, -6.789)], [new("utility", "gas"), new("depthMetres", 0.64), new("left", null)]),
        new("mark", ExportShape.Line, [new(0, 0), new(5, 9), new(12, 9.5)], [new("qualityLevel", "B")]),
        new("dig", ExportShape.Area, [new(0, 0), new(46, 0), new(46, 1.5), new(0, 1.5)], []),
    ]);

    private static byte[] Written(string format, ExportSheet sheet)
    {
        if (format == "gpkg")
        {
            return Made.GeoPackage(sheet);
        }

        using var stream = new MemoryStream();
        (format switch { "kml" => (Action<ExportSheet, Stream>)KmlWriter.Write, "dxf" => DxfWriter.Write, _ => GeoJsonWriter.Write })(sheet, stream);
        return stream.ToArray();
    }

    [Theory]
    [InlineData("geojson", "GeoJSON", 0.001)]
    [InlineData("kml", "KML", 0.001)]
    [InlineData("gpkg", "GeoPackage", 0.001)]
    [InlineData("dxf", "DXF", 0.0001)]
    public void What_is_written_reads_back_in_its_place_with_its_properties(string format, string named, double metres)
    {
        var drawing = Made.Read(Written(format, Sheet()), "quay." + format).Value;
        var toSite = format == "dxf" ? p => p : CoordinateSystems.ToSite(drawing.System, Origin).Value.Value;

        Assert.Equal(named, drawing.Format);
        foreach (var (written, read) in Sheet().Features.Zip(drawing.Shapes))
        {
            var points = written.Shape == ExportShape.Area ? [.. written.Points, written.Points[0]] : written.Points;
            Assert.Equal(written.Shape.ToString(), read.Kind.ToString());
            Assert.Equal(points.Count, read.Points.Count);
            Assert.All(points.Zip(read.Points), p => Assert.InRange(p.First.DistanceTo(toSite(p.Second)), 0, metres));
            Assert.Equal(written.Kind, read.Properties["kind"]);
        }

        var dot = drawing.Shapes[0].Properties;
        Assert.Equal(("gas", "0.64", false), (dot["utility"], dot["depthMetres"], dot.ContainsKey("left")));
    }

    [Theory]
    [InlineData("geojson")]
    [InlineData("kml")]
    [InlineData("gpkg")]
    [InlineData("dxf")]
    public void Awkward_names_survive_every_format(string format)
    {
        var sheet = Sheet() with { JobName = "Quay <\"&'; DROP TABLE--", Features = [new("feature", ExportShape.Point, [new(1, 2)], [new("na\"me", "a<b>&'\"; é\u0001 £")])] };

        var read = Made.Read(Written(format, sheet), "quay." + format).Value;

        Assert.StartsWith("a<b>&'\"; é", read.Shapes.Single().Properties["na\"me"], StringComparison.Ordinal);
    }

    [Fact]
    public void Geojson_gives_longitude_first_and_says_when_the_origin_is_provisional()
    {
        using var stream = new MemoryStream();
        GeoJsonWriter.Write(Sheet(true), stream);
        var json = System.Text.Json.JsonDocument.Parse(stream.ToArray()).RootElement;
        var dot = json.GetProperty("features")[0];

        Assert.Equal(-7.41, dot.GetProperty("geometry").GetProperty("coordinates")[0].GetDouble(), 2);
        Assert.Contains("provisional", dot.GetProperty("properties").GetProperty("positionOnEarth").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Csv_writes_every_row_and_leaves_out_what_was_not_taken()
    {
        static async IAsyncEnumerable<ReadingRow> Rows()
        {
            for (var i = 0; i < 3; i++)
            {
                await Task.Yield();
                yield return new ReadingRow
                {
                    Id = Guid.Empty, TakenAt = Instant.FromUtc(2026, 11, 23, 9, 30, 0), Utility = i == 1 ? "@SUM(A1)" : "gas",
                    EastMetres = -1.5, NorthMetres = 2, Note = i == 2 ? "-1 says\n\"who\"" : "",
                };
            }
        }

        using var stream = new MemoryStream();
        await ReadingsCsv.WriteAsync(Rows(), stream);
        var text = Encoding.UTF8.GetString(stream.ToArray());

        Assert.StartsWith("id,takenAt,utility,eastMetres", text, StringComparison.Ordinal);
        Assert.Contains("2026-11-23T09:30:00Z,gas,-1.5,2,,,,", text, StringComparison.Ordinal);
        Assert.Contains("'@SUM(A1)", text, StringComparison.Ordinal);
        Assert.Contains("'-1 says\n\"\"who\"\"", text, StringComparison.Ordinal);
    }
}
