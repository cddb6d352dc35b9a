using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;

namespace GentleMole.Exchange.Tests;

/// <summary>What is written, opened by programs that are not ours (GDAL's, from Debian's gdal-bin and python3-gdal).</summary>
public sealed class ForeignReaderTests : IDisposable
{
    private static readonly ExportSheet Sheet = new("Quay", new SiteOrigin(49.73, -7.41), false,
    [
        new("dot", ExportShape.Point, [new(12.345, -6.789)], [new("utility", "gas"), new("depthMetres", 0.64)]),
        new("mark", ExportShape.Line, [new(0, 0), new(5, 9), new(12, 9.5)], [new("qualityLevel", "B"), new("utility", "gas")]),
        new("dig", ExportShape.Area, [new(0, 0), new(46, 0), new(46, 1.5), new(0, 1.5)], []),
    ]);

    private readonly string _directory = Directory.CreateTempSubdirectory("mole-foreign-").FullName;

    [Fact]
    public void A_geopackage_passes_the_validator_and_shows_its_geometry()
    {
        var file = Write("gpkg", Made.GeoPackage(Sheet));

        Assert.DoesNotContain("POINT Z", ForeignProgram.Run("ogrinfo", "-al", file), StringComparison.Ordinal);
        var (code, said) = ForeignProgram.Try("/usr/bin/python3", "-m", "osgeo_utils.samples.validate_gpkg", file);
        Assert.True(code == 0, said);
        Assert.Contains("POINT (-7.4098", ForeignProgram.Run("ogrinfo", "-al", file), StringComparison.Ordinal);
    }

    [Fact]
    public void Geojson_kml_and_dxf_are_read_with_as_many_features_as_were_written()
    {
        foreach (var (format, write) in new (string, Action<ExportSheet, Stream>)[] { ("geojson", GeoJsonWriter.Write), ("kml", KmlWriter.Write), ("dxf", DxfWriter.Write) })
        {
            using var stream = new MemoryStream();
            write(Sheet, stream);

            var said = ForeignProgram.Run("ogrinfo", "-al", "-so", Write(format, stream.ToArray()));

            Assert.Contains("Feature Count: 3", said, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_word_of_a_device_cannot_forge_a_line_of_a_dxf()
    {
        const string Word = "gas\r\n0\r\nPOINT\r\n8\r\nFORGED\r\n10\r\n1.0\u2028\u0085\v";
        using var stream = new MemoryStream();
        DxfWriter.Write(Sheet with { Features = [new("dot", ExportShape.Point, [new(1, 2)], [new("utility", Word)])] }, stream);

        var text = System.Text.Encoding.UTF8.GetString(stream.ToArray());
        Assert.Equal(2 * text.Split("\r\n").Where((_, i) => i % 2 == 0).Count(l => int.TryParse(l.Trim(), out _)), text.Split("\r\n").Length - 1);
        Assert.Contains("Feature Count: 1", ForeignProgram.Run("ogrinfo", "-al", "-so", Write("dxf", stream.ToArray())), StringComparison.Ordinal);
        Assert.Single(Made.Read(stream.ToArray(), "x.dxf").Value.Shapes);
    }

    [Fact]
    public void Geojson_has_no_empty_members()
    {
        using var stream = new MemoryStream();
        GeoJsonWriter.Write(Sheet, stream);

        Assert.DoesNotContain("null", System.Text.Encoding.UTF8.GetString(stream.ToArray()), StringComparison.Ordinal);
    }

    public void Dispose() => Directory.Delete(_directory, true);

    private string Write(string format, byte[] content)
    {
        var path = Path.Combine(_directory, $"{Guid.NewGuid():N}.{format}");
        File.WriteAllBytes(path, content);
        return path;
    }
}
