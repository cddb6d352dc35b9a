using System.Globalization;
using System.Xml.Linq;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Print;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Exchange.Tests;

/// <summary>What is printed, opened by a reader that is not ours: to scale, as text, in the type that is shipped, every page with its number.</summary>
public class PrintTests
{
    private static readonly TextLook Words = new("words", 13, Tint.Ink, Halo: Tint.Paper);

    private static byte[] Printed(Action<PrintedDocument> write, Paper? paper = null)
    {
        using var document = new PrintedDocument(paper ?? Paper.All[0], "Sheet of a made-up yard", "Nobody", "made-up yard · code 1234", PaintCustom.Shipped[0]);
        write(document);
        using var stream = new MemoryStream();
        document.Save(stream);
        return stream.ToArray();
    }

    private static Scene Plan(double metresPerPixel, params SceneShape[] shapes) =>
        new(SceneFrame.Plan(0, 20, metresPerPixel, 600, 300), "plan", [new SceneLayer("all", shapes)], []);

    [Theory]
    [InlineData(100)]
    [InlineData(250)]
    public void Ten_metres_are_as_long_on_paper_as_the_scale_says(int scale)
    {
        var metresPerPixel = scale * PrintedDocument.MillimetresOf(1) / 1000;
        var pdf = Printed(d => d.Drawing(Plan(metresPerPixel, new SceneText(Words, new ScenePoint(1, 18), "alpha"), new SceneText(Words, new ScenePoint(11, 18), "beta"), new SceneText(Words, new ScenePoint(1, 13), "gamma"))));
        var words = XDocument.Parse(ForeignProgram.Boxes(pdf)).Descendants().Where(e => e.Name.LocalName == "word" && e.Value.Length > 3 && "alpha beta gamma".Contains(e.Value, StringComparison.Ordinal)).ToDictionary(
            e => e.Value, e => (X: double.Parse(e.Attribute("xMin")!.Value, CultureInfo.InvariantCulture), Y: double.Parse(e.Attribute("yMin")!.Value, CultureInfo.InvariantCulture)));
        const double PointsPerMetre = 72 / 0.0254;
        Assert.Equal(10.0 / scale, (words["beta"].X - words["alpha"].X) / PointsPerMetre, 4);
        Assert.Equal(5.0 / scale, (words["gamma"].Y - words["alpha"].Y) / PointsPerMetre, 4);
    }

    [Fact]
    public void Every_page_says_its_number_among_all_and_a_table_repeats_its_head()
    {
        var pdf = Printed(d =>
        {
            d.Title("A yard");
            d.Table([new("Dots", 1), new("Depth to centre", 2, true)], Enumerable.Range(1, 200).Select(i => new PrintedRow([$"{i}–{i + 1}", $"0.{i} m"], UtilityKind.Gas)));
        });
        var pages = ForeignProgram.Words(pdf).Split('\f', StringSplitOptions.RemoveEmptyEntries);
        Assert.True(pages.Length > 2);
        Assert.All(pages.Select((p, i) => (Text: p, Number: i + 1)), p =>
        {
            Assert.Contains($"page {p.Number} of {pages.Length}", p.Text, StringComparison.Ordinal);
            Assert.Contains("made-up yard · code 1234", p.Text, StringComparison.Ordinal);
            Assert.Contains("Depth to centre", p.Text, StringComparison.Ordinal);
        });
        for (var i = 1; i <= 200; i++)
        {
            Assert.Single(pages, p => p.Contains($" {i}–{i + 1} ", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void All_type_is_embedded_and_letters_of_middle_europe_are_read_back()
    {
        var pdf = Printed(d => d.Paragraph("Łódź, Győr, Brno-Židenice: 0.64 m ± 0.08 m – “sound”"));
        Assert.Contains("Łódź, Győr, Brno-Židenice: 0.64 m ± 0.08 m – “sound”", ForeignProgram.Words(pdf), StringComparison.Ordinal);
        var fonts = ForeignProgram.Fonts(pdf).Split('\n').Skip(2).Where(l => l.Length > 0).ToList();
        Assert.NotEmpty(fonts);
        Assert.All(fonts, f => Assert.Matches(@"\byes yes (yes|no)\b", f));
    }

    [Theory]
    [InlineData("5 k\u03a9 \u2264 7", "5 kohm at most 7")]
    [InlineData("0.64\u00a0m\u202f± 1\u2009cm", "0.64 m ± 1 cm")]
    [InlineData("a\u0000b\u200bc\u00add", "abc-d")]
    [InlineData("站 \ud83d\ude00", "[] []")]
    public void A_sign_that_the_type_has_not_is_spelled_or_shown_to_be_missing(string text, string read) =>
        Assert.Equal(read, PrintedText.Spelled(text).Replace('\u00a0', ' '));

    [Fact]
    public void Nothing_that_somebody_types_stops_the_print_or_leaves_the_page()
    {
        var words = new string('w', 5000);
        var pdf = Printed(d =>
        {
            d.Facts([("For", words), ("", "")]);
            d.Paragraph(words);
            d.List([words, ""], isCaution: true);
            d.Table([new("A", 1), new("B", 1)], [new PrintedRow([words, ""]), new PrintedRow([words], IsHead: true)]);
            d.Pictures([([1, 2, 3], "no picture"), ([], "")]);
            d.Drawing(Plan(0.05, new ScenePath(new Look("x", Tint.Ink, 2), [new(double.NaN, 0), new(1e300, 5)]), new ScenePath(new Look("y", Tint.Ink, 2), [new(0, 0), new(30, 5)])));
        });
        Assert.Contains("cannot be printed", ForeignProgram.Words(pdf), StringComparison.Ordinal);
        Assert.All(XDocument.Parse(ForeignProgram.Boxes(pdf)).Descendants().Where(e => e.Name.LocalName == "word"), e =>
            Assert.InRange(double.Parse(e.Attribute("xMax")!.Value, CultureInfo.InvariantCulture), 0, 596));
    }

    [Fact]
    public void Paper_lies_or_stands() =>
        Assert.All(Paper.All, p => Assert.True(p.WidthMillimetres < p.HeightMillimetres && p.Lying.WidthMillimetres > p.Lying.HeightMillimetres));
}
