using System.Text;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;

namespace GentleMole.Exchange.Tests;

/// <summary>Every reader of what comes from outside, with files that a fuzzer made of good ones: read or refused, never anything else.</summary>
public class FuzzTests
{
    private static readonly SiteOrigin Origin = new(49.73, -7.41);

    /// <summary>As other programs write it into a GeoPackage.</summary>
    private const string Definition =
        """PROJCS["WGS 84 / UTM zone 29N",GEOGCS["WGS 84",DATUM["WGS_1984",SPHEROID["WGS 84",6378137,298.257223563,AUTHORITY["EPSG","7030"]],AUTHORITY["EPSG","6326"]],PRIMEM["Greenwich",0,AUTHORITY["EPSG","8901"]],UNIT["degree",0.0174532925199433,AUTHORITY["EPSG","9122"]],AUTHORITY["EPSG","4326"]],PROJECTION["Transverse_Mercator"],PARAMETER["latitude_of_origin",0],PARAMETER["central_meridian",-9],PARAMETER["scale_factor",0.9996],PARAMETER["false_easting",500000],PARAMETER["false_northing",0],UNIT["metre",1,AUTHORITY["EPSG","9001"]],AXIS["Easting",EAST],AXIS["Northing",NORTH],AUTHORITY["EPSG","32629"]]""";

    private static ExportSheet Sheet => new("Quay", Origin, false,
    [
        new("record", ExportShape.Line, [new(0, 0), new(5, 9), new(8, 9)], [new("utility", "gas"), new("name", "G1"), new("material", "PE")]),
        new("dig", ExportShape.Area, [new(0, 0), new(4, 0), new(4, 1)], []), new("dot", ExportShape.Point, [new(3, 3)], [new("depthMetres", 0.9)]),
    ]);

    private static byte[] Written(Action<ExportSheet, Stream> write)
    {
        using var stream = new MemoryStream();
        write(Sheet, stream);
        return stream.ToArray();
    }

    private static byte[] Corpus(string name) => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "corpus", name));

    private static void ReadAsDrawing(byte[] content)
    {
        var read = Made.Read(content, "fuzzed");
        Assert.True(read.IsGood ? read.Value.Shapes.Sum(s => s.Points.Count) <= Drawing.MostVertices : read.Errors is [{ Field: "file", Sentence.Length: > 10 }]);
        if (read.IsGood && read.Value.System.Length > 0)
        {
            _ = CoordinateSystems.ToSite(read.Value.System, Origin);
        }
    }

    [Fact]
    public void Dxf() => Mutated.Hold(Mutated.Of(Written(DxfWriter.Write), Corpus("curves.dxf")), ReadAsDrawing);

    [Fact]
    public void Kml() => Mutated.Hold(Mutated.Of(Written(KmlWriter.Write), Corpus("folders.kml")), ReadAsDrawing);

    [Fact]
    public void GeoJson() => Mutated.Hold(Mutated.Of(Written(GeoJsonWriter.Write), Corpus("collections.geojson")), ReadAsDrawing);

    [Fact]
    public void GeoPackage() => Mutated.Hold(Mutated.Of(Written(GeoPackageWriter.Write)), ReadAsDrawing);

    [Fact]
    public void Geometry_within_a_geopackage()
    {
        byte[] good = [.. "GP"u8, 0, 1, 0, 0, 0, 0, 1, 7, 0, 0, 0, 2, 0, 0, 0, 1, 1, 0, 0, 0, .. new byte[16], 1, 2, 0, 0, 0, 2, 0, 0, 0, .. new byte[32]];
        Mutated.Hold(Mutated.Of(good), bytes =>
        {
            try
            {
                WkbMeasure.Check(bytes);
            }
            catch (DrawingException)
            {
            }
        });
    }

    [Fact]
    public void Photos() => Mutated.Hold(
        Mutated.Of(MadeUpPhoto.Jpeg(49.7, -7.4), HostileFiles.JpegOfOverlappingEntries()[..3000], [.. MadeUpPhoto.PngHead, .. MadeUpPhoto.Chunk("IHDR", new byte[13]), .. MadeUpPhoto.Chunk("eXIf", new byte[40]), .. MadeUpPhoto.Chunk("IDAT", [7, 7]), .. MadeUpPhoto.Chunk("IEND", [])]),
        bytes =>
        {
            var look = PhotoFile.Look(bytes);
            if (look.IsGood)
            {
                var stripped = PhotoFile.Strip(bytes);
                Assert.True(stripped.Length <= bytes.Length + 2);
                Assert.Null(PhotoFile.Look(stripped) is { IsGood: true } again ? again.Value.Position : null);
            }
        });

    [Fact]
    public void Coordinate_systems() => Mutated.Hold(
        Mutated.Of(Encoding.ASCII.GetBytes(Definition), Encoding.ASCII.GetBytes(ProjNet.CoordinateSystems.ProjectedCoordinateSystem.WGS84_UTM(29, true).WKT), Encoding.ASCII.GetBytes("EPSG:27700"), Encoding.ASCII.GetBytes("urn:ogc:def:crs:EPSG::32630")),
        bytes =>
        {
            var system = CoordinateSystems.ToSite(Encoding.Latin1.GetString(bytes), Origin);
            Assert.True(system.IsGood || system.Errors[0].Sentence.Length > 10);
        });

    /// <summary>A dash before a closing quote hides it from the library, which then reads on for one without end.</summary>
    [Theory]
    [InlineData("\"32629\"", "\"32629-\"")]
    [InlineData("\"WGS_1984\"", "\"WGS_1984-\"")]
    [InlineData("\"WGS 84 / UTM zone 29N\"", "\"WGS 84 / UTM zone -\"")]
    public async Task A_definition_in_which_a_quote_is_hidden_is_not_waited_for(string from, string to)
    {
        var reading = Task.Run(() => CoordinateSystems.ToSite(Definition.Replace(from, to, StringComparison.Ordinal), Origin));
        Assert.True(await Task.WhenAny(reading, Task.Delay(TimeSpan.FromSeconds(30))) == reading);
        Assert.True((await reading).IsGood || (await reading).Errors[0].Sentence.Length > 10);
    }

    [Fact]
    public void A_definition_that_breaks_off_anywhere_is_refused_and_never_waited_for()
    {
        const string whole = Definition;
        Assert.True(CoordinateSystems.ToSite(whole, Origin).IsGood);
        for (var length = 0; length < whole.Length; length++)
        {
            Assert.True(CoordinateSystems.ToSite(whole[..length], Origin).Errors is [{ Sentence.Length: > 10 }], $"at {length} of {whole.Length}: {whole[..length]}");
        }
    }

    [Fact]
    public void What_was_read_and_kept()
    {
        using var stream = new MemoryStream();
        DrawingCodec.Write(Made.Read(Written(DxfWriter.Write), "a.dxf").Value, stream);
        Mutated.Hold(Mutated.Of(stream.ToArray()), bytes =>
        {
            try
            {
                _ = DrawingCodec.Read(bytes);
            }
            catch (InvalidDataException)
            {
            }
        });
    }
}
