using System.Text;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;

namespace GentleMole.Exchange.Tests;

public class DrawingTests
{
    private static readonly SiteOrigin Origin = new(49.73, -7.41);

    private static string Dxf(string entities, string header = "") =>
        $"0\nSECTION\n2\nHEADER\n{header}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{entities}0\nENDSEC\n0\nEOF\n";

    private static Drawing Read(string text, string name = "plan.dxf") => Made.Read(Encoding.UTF8.GetBytes(text), name).Value;

    [Fact]
    public void Dxf_lines_polylines_arcs_and_texts_are_read_by_layer()
    {
        var drawing = Read(Dxf(
            "0\nLINE\n8\nGAS\n10\n1\n20\n2\n11\n3\n21\n4\n"
            + "0\nLWPOLYLINE\n8\nWATER\n70\n0\n10\n0\n20\n0\n10\n10\n20\n0\n10\n10\n20\n5\n"
            + "0\nARC\n8\nWATER\n10\n0\n20\n0\n40\n5\n50\n350\n51\n80\n"
            + "0\nTEXT\n8\nNOTES\n10\n1\n20\n1\n1\nAC 100 duct\n"
            + "0\nINSERT\n8\nX\n10\n0\n20\n0\n",
            "9\n$INSUNITS\n70\n4\n"));

        Assert.Equal(0.001, drawing.UnitMetres);
        Assert.Equal(["GAS", "NOTES", "WATER"], drawing.Layers.Select(l => l.Name));
        Assert.Equal([new SitePoint(1, 2), new SitePoint(3, 4)], drawing.Shapes[0].Points);
        Assert.All(drawing.Shapes[2].Points, p => Assert.Equal(5, p.Length, 9));
        Assert.Equal(90, Sweep(drawing.Shapes[2].Points), 6);
        Assert.Equal("AC 100 duct", drawing.Shapes[3].Text);
        Assert.Equal(1, drawing.Skipped["INSERT"]);

        static double Sweep(IReadOnlyList<SitePoint> arc) =>
            2 * Math.Asin(arc[0].DistanceTo(arc[^1]) / 2 / 5) * 180 / Math.PI;
    }

    [Theory]
    [InlineData(1.0)] // a half circle to the left
    [InlineData(-1.0)]
    [InlineData(0.41421356)]
    [InlineData(-0.2)]
    public void A_bulge_is_an_arc_whose_height_is_the_bulge_times_half_the_chord(double bulge)
    {
        var arc = Read(Dxf($"0\nLWPOLYLINE\n8\nA\n70\n0\n10\n0\n20\n0\n42\n{bulge.ToString(System.Globalization.CultureInfo.InvariantCulture)}\n10\n10\n20\n0\n")).Shapes[0].Points;

        // A positive bulge runs counter-clockwise: from left to right it sags below its chord.
        Assert.Equal(-bulge * 5, arc.MaxBy(p => Math.Abs(p.North)).North, 0.02);
        Assert.Equal(new SitePoint(10, 0), arc[^1]);
        Assert.True(arc.Count > 5);
    }

    [Fact]
    public void Old_polylines_close_and_leave_out_the_spline_frame()
    {
        var vertex = (double e, double n, int flag) => $"0\nVERTEX\n8\nA\n10\n{e}\n20\n{n}\n70\n{flag}\n";
        var shape = Read(Dxf($"0\nPOLYLINE\n8\nA\n66\n1\n70\n1\n{vertex(0, 0, 0)}{vertex(9, 9, 16)}{vertex(5, 0, 0)}{vertex(5, 5, 0)}0\nSEQEND\n0\nPOINT\n8\nB\n10\n7\n20\n7\n")).Shapes;

        Assert.Equal(DrawnKind.Area, shape[0].Kind);
        Assert.Equal([new(0, 0), new(5, 0), new(5, 5), new(0, 0)], shape[0].Points);
        Assert.Equal(new SitePoint(7, 7), shape[1].Points[0]);
    }

    [Fact]
    public void Kml_takes_its_layer_from_the_folder_and_every_geometry_of_a_placemark()
    {
        var drawing = Read(
            "<?xml version='1.0'?><kml xmlns='http://www.opengis.net/kml/2.2'><Document><Folder><name>Trunk</name><Placemark><name>F1</name><MultiGeometry>"
            + "<LineString><coordinates> -7.41,49.73,0 -7.409,49.731 </coordinates></LineString><Point><coordinates>-7.41,49.73</coordinates></Point>"
            + "</MultiGeometry></Placemark></Folder></Document></kml>", "a.kml");

        Assert.Equal(["Trunk", "Trunk"], drawing.Shapes.Select(s => s.Layer));
        Assert.Equal(111.2, CoordinateSystems.ToSite(drawing.System, Origin).Value.Value(drawing.Shapes[0].Points[1]).North, 0.2);
    }

    [Theory]
    [InlineData("EPSG:32629", 614585.14, 5509824.83)] // by Krüger’s series, worked out apart
    [InlineData("EPSG:3857", -824877.43, 6399647.24)]
    [InlineData("EPSG:4326", -7.41, 49.73)]
    public void Known_systems_lead_to_the_same_place(string system, double x, double y)
    {
        var toSite = CoordinateSystems.ToSite(system, Origin).Value.Value;

        Assert.InRange(toSite(new SitePoint(x, y)).Length, 0, 1);
    }

    [Fact]
    public void Utm_agrees_with_the_site_frame_over_a_kilometre()
    {
        var toSite = CoordinateSystems.ToSite("EPSG:32629", Origin).Value.Value;
        var (a, b) = (toSite(new SitePoint(614300, 5509400)), toSite(new SitePoint(614900, 5510200)));

        // 1000 m of grid are 1000 m divided by the grid's scale there, within the earth's curvature.
        var fromCentre = (614600 - 500000) / 6378137.0;
        var scale = 0.9996 * (1 + (fromCentre * fromCentre / 2));
        Assert.Equal(1000 / scale, a.DistanceTo(b), 0.02);
    }

    [Theory]
    [InlineData("EPSG:31275")]
    [InlineData("EPSG:x")]
    [InlineData("GEOGCS[")]
    [InlineData("PROJCS[\"bad\"]")]
    [InlineData("")]
    public void A_system_that_is_not_known_is_told(string system) => Assert.Equal("system", CoordinateSystems.ToSite(system, Origin).Errors.Single().Field);

    [Theory]
    [InlineData("", "empty")]
    [InlineData("hello", "none of")]
    [InlineData("{\"type\":\"FeatureCollection\",\"features\":[{]}", "GeoJSON")]
    [InlineData("{\"a\":1}", "no type")]
    [InlineData("{\"type\":\"Point\",\"coordinates\":[\"x\",2]}", "GeoJSON")]
    [InlineData("{\"type\":\"FeatureCollection\",\"features\":[]}", "nothing in it")]
    [InlineData("<kml><Placemark><Point><coordinates>east,2</coordinates></Point></Placemark></kml>", "east,2")]
    [InlineData("<gpx></gpx>", "not KML")]
    [InlineData("<kml><Placemark>", "well-formed")]
    [InlineData("<!DOCTYPE kml [<!ENTITY x SYSTEM 'file:///etc/passwd'>]><kml>&x;</kml>", "well-formed")]
    [InlineData("0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nA\n10\n1\n20\n2\n0\nENDSEC\n", "group 11")]
    [InlineData("0\nSECTION\n2\nENTITIES\n0\nLINE\n8\nA\n10\none\n20\n2\n11\n3\n21\n4\n", "not a number")]
    [InlineData("0\nSECTION\n2\nENTITIES\nLINE\n", "group code")]
    [InlineData("0\nSECTION\n2\nHEADER\n", "no section of entities")]
    [InlineData("PK\u0003\u0004", "unpack")]
    [InlineData("SQLite format 3\0 and then rubbish", "database")]
    public void A_bad_file_is_told_why(string content, string part)
    {
        var read = Made.Read(Encoding.Latin1.GetBytes(content), "plan.xyz");

        Assert.Equal("file", read.Errors.Single().Field);
        Assert.Contains(part, read.Errors[0].Sentence, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void Files_cut_short_anywhere_are_read_or_refused_but_never_fail()
    {
        var sheet = new ExportSheet("Quay", Origin, false,
            [new("record", ExportShape.Line, [new(0, 0), new(5, 9)], [new("utility", "gas")]), new("dig", ExportShape.Area, [new(0, 0), new(4, 0), new(4, 1)], [])]);
        using var stream = new MemoryStream();
        KmlWriter.Write(sheet, stream);
        using var dxf = new MemoryStream();
        DxfWriter.Write(sheet, dxf);
        using var json = new MemoryStream();
        GeoJsonWriter.Write(sheet, json);
        foreach (var whole in new[] { stream.ToArray(), dxf.ToArray(), json.ToArray(), Made.GeoPackage(sheet) })
        {
            for (var length = 0; length < whole.Length; length += Math.Max(1, whole.Length / 90))
            {
                var read = Made.Read(whole[..length], "cut");
                Assert.True(read.IsGood || read.Errors[0].Sentence.Length > 10);
            }
        }
    }

    [Fact]
    public void Coordinates_out_of_this_world_are_refused_when_they_are_laid()
    {
        var toSite = CoordinateSystems.ToSite("EPSG:4326", Origin).Value.Value;

        Assert.Throws<DrawingException>(() => toSite(new SitePoint(0, 614640)));
    }
}
