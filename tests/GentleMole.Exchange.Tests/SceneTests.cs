using System.Globalization;
using System.Xml.Linq;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Exchange.Tests;

/// <summary>A scene says the same whoever writes it.</summary>
public class SceneTests
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";
    private static readonly Look Line = new("line", Tint.Paint, 4);
    private static readonly TextLook Words = new("words", 13, Tint.Ink, Halo: Tint.Paper);
    private static readonly SceneSymbol Disc = new("disc", SymbolPart.Disc(new Look("rim", Tint.Ink, 1, Tint.Paint), 6));

    private static Scene Scene(string name = "a <name> & \"more\"\u0007", double zone = 1.5)
    {
        var frame = SceneFrame.Plan(100, 50, 0.1, 400, 300);
        SceneShape[] shapes =
        [
            new ScenePath(new Look("zone", Tint.Paint, zone) { InUnits = true }, [new(102, 40), new(130, 45)]) { Paint = UtilityKind.Gas, IsSolid = false },
            new ScenePath(Line, [new(102, 40), new(130, 45)]) { Paint = UtilityKind.Gas, Title = name },
            new SceneMark(Disc, new(110, 30)) { Paint = UtilityKind.Water, Letter = "W", LetterLook = Words, Link = new("/a?b=1&c=2", name) },
            new SceneRound(Line, new(120, 30), 2) { Paint = UtilityKind.Water },
        ];
        SceneLayer layer = new("all", shapes);
        var placer = new LabelPlacer(frame);
        placer.Occupy([layer]);
        return new Scene(frame, name, [layer], placer.Place([new SceneLabel(name, Words, [new(110, 30)], 1, 8)]));
    }

    private static XElement Written(Scene scene, SvgMode mode) =>
        XElement.Parse($"<svg xmlns=\"http://www.w3.org/2000/svg\">{new SvgScene(scene, mode).Inner()}</svg>");

    private static double[][] Points(XElement svg) =>
        [.. svg.Descendants(Svg + "g").First(g => (string?)g.Attribute("class") == "paint-gas line").Element(Svg + "polyline")!.Attribute("points")!.Value
            .Split(' ').Select(p => p.Split(',').Select(n => double.Parse(n, CultureInfo.InvariantCulture)).ToArray())];

    [Fact]
    public void In_units_a_point_is_a_place_with_north_up_and_in_pixels_where_the_frame_puts_it()
    {
        var scene = Scene();
        Assert.Equal([[102, -40], [130, -45]], Points(Written(scene, SvgMode.Units)));
        Assert.Equal([[20, 100], [300, 50]], Points(Written(scene, SvgMode.Pixels)));
    }

    [Fact]
    public void A_zone_is_as_wide_as_on_the_ground_and_a_line_as_wide_as_on_paper()
    {
        string Width(SvgMode mode, string look) => Written(Scene(), mode).Descendants(Svg + "g").First(g => ((string?)g.Attribute("class"))?.Contains(look, StringComparison.Ordinal) == true).Attribute("stroke-width")!.Value;
        Assert.Equal(("1.5", "15"), (Width(SvgMode.Units, "zone"), Width(SvgMode.Pixels, "zone")));
        Assert.Equal(("4", "4"), (Width(SvgMode.Units, "line"), Width(SvgMode.Pixels, "line")));
    }

    [Fact]
    public void Names_can_neither_break_out_nor_break_the_document()
    {
        var svg = XElement.Parse(SvgScene.File(Scene("</title><script>alert(1)</script>\u0001\ud800")));
        Assert.Empty(svg.Descendants(Svg + "script"));
        Assert.Contains("<script>", svg.Element(Svg + "title")!.Value, StringComparison.Ordinal);
    }

    [Fact]
    public void A_file_needs_no_style_sheet_and_no_symbol_from_elsewhere()
    {
        var file = SvgScene.File(Scene());
        Assert.DoesNotContain("var(", file, StringComparison.Ordinal);
        Assert.DoesNotContain("href=\"#", file, StringComparison.Ordinal);
        Assert.Contains($"fill=\"{Tints.Can(PaintCustom.Shipped[0].ColourOf(UtilityKind.Water))}\"", file, StringComparison.Ordinal);
        Assert.Contains($"stroke=\"{Tints.Can(PaintCustom.Shipped[0].ColourOf(UtilityKind.Gas))}\"", file, StringComparison.Ordinal);
    }

    [Fact]
    public void A_layer_alone_brings_the_symbols_that_it_uses()
    {
        var layer = XElement.Parse($"<svg xmlns=\"http://www.w3.org/2000/svg\">{new SvgScene(Scene(), SvgMode.Units).Layer("all")}</svg>");
        var defined = layer.Descendants(Svg + "defs").Elements().Select(e => "#" + e.Attribute("id")!.Value);
        Assert.All(layer.Descendants(Svg + "use"), u => Assert.Contains(u.Attribute("href")!.Value, defined));
        Assert.Single(layer.Descendants(Svg + "use"));
    }

    [Fact]
    public void Every_tint_and_every_paint_has_its_colour()
    {
        Assert.All(Enum.GetValues<Tint>().Where(t => t != Tint.None), t => Assert.Matches("^#[0-9a-f]{6}$", Tints.Hex(t, UtilityKind.Gas, PaintCustom.Shipped[0])!));
        Assert.Equal(Enum.GetValues<PaintColour>().Length, Enum.GetValues<PaintColour>().Select(Tints.Can).Distinct().Count());
    }

    [Fact]
    public void Paint_is_that_of_the_place_and_letters_on_it_can_be_read()
    {
        var skerry = PaintCustom.Shipped[1];
        var other = skerry with { Colours = new Dictionary<UtilityKind, PaintColour>(skerry.Colours) { [UtilityKind.Gas] = PaintColour.Purple } };
        var file = SvgScene.File(Scene() with { Custom = other });
        Assert.Contains($"stroke=\"{Tints.Can(PaintColour.Purple)}\"", file, StringComparison.Ordinal);
        Assert.DoesNotContain(Tints.Can(PaintColour.Yellow), file, StringComparison.Ordinal);
        Assert.Equal(("#1e1b18", "#ffffff"), (Tints.Hex(Tint.OnPaint, UtilityKind.Gas, skerry), Tints.Hex(Tint.OnPaint, UtilityKind.Gas, other)));
    }
}
