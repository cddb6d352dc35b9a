using System.Text;
using GentleMole.Core.Site;

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

    [Fact]
    public void Geojson_reads_back_to_the_millimetre_with_its_properties()
    {
        using var stream = new MemoryStream();
        GeoJsonWriter.Write(Sheet(), stream);
        stream.Position = 0;

        var back = GeoJsonWriter.Read(stream, Origin);

        foreach (var (written, read) in Sheet().Features.Zip(back))
        {
            Assert.Equal(written.Kind, read.Kind);
            Assert.Equal(written.Shape, read.Shape);
            Assert.Equal(written.Points.Count, read.Points.Count);
            Assert.All(written.Points.Zip(read.Points), p => Assert.True(p.First.DistanceTo(p.Second) < 0.001));
        }

        Assert.Contains(back[0].Properties, p => p.Key == "utility" && (string)p.Value! == "gas");
        Assert.DoesNotContain(back[0].Properties, p => p.Key == "left");
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
                    Id = Guid.Empty, TakenAt = new DateTime(2026, 11, 23, 9, 30, 0, DateTimeKind.Utc), Utility = i == 1 ? "@SUM(A1)" : "gas",
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
