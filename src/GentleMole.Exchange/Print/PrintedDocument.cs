using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;
using PdfSharp.Drawing;
using PdfSharp.Pdf;

namespace GentleMole.Exchange.Print;

/// <summary>
/// Pages that are written from top to bottom: headings, paragraphs, lists, tables with their heads on every page, drawings and
/// pictures. At the end every page gets its foot with its number among all. Lengths are millimetres.
/// </summary>
public sealed class PrintedDocument : IDisposable
{
    private const double PointsPerMillimetre = 72 / 25.4;
    private const double Margin = 12;
    private const double FootHigh = 9;
    private const double Leading = 1.28;
    private const double Body = 9;
    private const double Small = 7.5;
    private const double CellGap = 1.2;

    private readonly PdfDocument _document = new();
    private readonly Paper _paper;
    private readonly string _foot;
    private readonly PrintedText _text;
    private readonly PaintCustom _custom;
    private XGraphics? _page;
    private double _y;

    /// <param name="foot">What the foot of every page says before its number.</param>
    /// <param name="custom">Of the place: the paint of utilities.</param>
    public PrintedDocument(Paper paper, string title, string author, string foot, PaintCustom custom)
    {
        PrintFonts.Ready();
        (_paper, _foot, _custom) = (paper, foot, custom);
        (WidthMillimetres, HeightMillimetres) = RoomOf(paper);
        (_document.Info.Title, _document.Info.Author, _document.Info.Creator) = (PrintedText.Spelled(title), PrintedText.Spelled(author), "Gentle Mole");
        _text = new PrintedText(XGraphics.CreateMeasureContext(new XSize(1000, 1000), XGraphicsUnit.Point, XPageDirection.Downwards));
    }

    public double WidthMillimetres { get; }

    /// <summary>Of a whole page between its margins and above its foot.</summary>
    public double HeightMillimetres { get; }

    /// <summary>What a page of a paper has room for between its margins and above its foot, millimetres.</summary>
    public static (double Width, double Height) RoomOf(Paper paper) => (paper.WidthMillimetres - (2 * Margin), paper.HeightMillimetres - (2 * Margin) - FootHigh);

    /// <summary>Left on the page at hand.</summary>
    public double RoomMillimetres => _page is null ? HeightMillimetres : HeightMillimetres + Margin - _y;

    public int Pages => _document.PageCount;

    public void NewPage()
    {
        _page?.Dispose();
        var page = _document.AddPage();
        (page.Width, page.Height) = (XUnit.FromMillimeter(_paper.WidthMillimetres), XUnit.FromMillimeter(_paper.HeightMillimetres));
        (_page, _y) = (XGraphics.FromPdfPage(page), Margin);
    }

    /// <summary>Goes on to the next page unless so much is left on this one.</summary>
    public void Need(double millimetres)
    {
        if (_page is null || RoomMillimetres < Math.Min(millimetres, HeightMillimetres))
        {
            NewPage();
        }
    }

    public void Space(double millimetres) => _y += millimetres;

    public void Title(string text) => Write(text, 17, bold: true, Tint.Ink, after: 1);

    /// <summary>A heading, with room for something under it.</summary>
    public void Heading(string text)
    {
        Need(22);
        _y += 2.5;
        Write(text, 11.5, bold: true, Tint.Ink, after: 1);
    }

    public void Paragraph(string text, bool bold = false) => Write(text, Body, bold, Tint.Ink, after: 1.2);

    public void Note(string text) => Write(text, Small, bold: false, Tint.Soil4, after: 1.2);

    /// <summary>Points, each with its mark; with a rule at their side, so that they are not overlooked.</summary>
    public void List(IEnumerable<string> points, bool isCaution = false)
    {
        foreach (var point in points)
        {
            var (lines, font) = (_text.Lines(point, PrintedText.Font(Body, false), (WidthMillimetres - 6) * PointsPerMillimetre), PrintedText.Font(Body, false));
            var high = LineHigh(Body);
            Need(Math.Min(lines.Count * high, HeightMillimetres / 2));
            var isFirst = true;
            foreach (var line in lines)
            {
                Need(high);
                if (isCaution)
                {
                    Box(Margin, _y - 0.3, 1.2, high + 0.4, Tint.Ink, null);
                }

                if (isFirst)
                {
                    Put("\u2022", font, Margin + 2.6, Tint.Ink);
                    isFirst = false;
                }

                Put(line, font, Margin + 5.5, Tint.Ink);
                _y += high;
            }

            _y += 0.6;
        }

        _y += 1;
    }

    /// <summary>Names and what they stand for, in so many pairs beside each other.</summary>
    public void Facts(IReadOnlyList<(string Name, string Value)> facts, int beside = 3)
    {
        var wide = WidthMillimetres / beside;
        foreach (var row in facts.Chunk(beside))
        {
            var cells = row.Select(f => (f.Name, Lines: _text.Lines(f.Value, PrintedText.Font(Body, true), (wide - 3) * PointsPerMillimetre))).ToList();
            var high = LineHigh(Small) + (cells.Max(c => c.Lines.Count) * LineHigh(Body)) + 1.2;
            Need(high);
            var top = _y;
            foreach (var (cell, k) in cells.Select((c, k) => (c, k)))
            {
                _y = top;
                Put(cell.Name, PrintedText.Font(Small, false), Margin + (k * wide), Tint.Soil4, Small);
                _y += LineHigh(Small);
                foreach (var line in cell.Lines)
                {
                    Put(line, PrintedText.Font(Body, true), Margin + (k * wide), Tint.Ink);
                    _y += LineHigh(Body);
                }
            }

            _y = top + high;
        }
    }

    /// <summary>A table; its head stands again on every page that it goes on to.</summary>
    public void Table(IReadOnlyList<PrintedColumn> columns, IEnumerable<PrintedRow> rows)
    {
        var shares = columns.Sum(c => c.Share);
        var wide = columns.Select(c => WidthMillimetres * c.Share / shares).ToList();
        var head = Lay([.. columns.Select(c => c.Head)], wide, bold: true, Small);
        var isBegun = false;
        foreach (var row in rows)
        {
            var lines = row.Cells.Count == 1 ? Lay(row.Cells, [WidthMillimetres - 2], bold: true, Body) : Lay(row.Cells, wide, row.IsHead, Body);
            var (high, half) = (RowHigh(lines, Body), HeightMillimetres / 2);
            var least = Math.Min(high + (row.IsHead ? LineHigh(Body) + 3 : 0), half);
            if (!isBegun)
            {
                Need(RowHigh(head, Small) + least);
            }
            else if (RoomMillimetres < least)
            {
                NewPage();
                isBegun = false;
            }

            if (!isBegun)
            {
                Rule(Tint.Ink, 0.35);
                Row(head, columns, wide, bold: true, Small, Tint.Soil4);
                Rule(Tint.Ink, 0.2);
                isBegun = true;
            }

            if (row.Paint is { } paint)
            {
                Box(Margin, _y + 0.3, 1.2, Math.Min(high, RoomMillimetres) - 0.6, Tint.Paint, paint);
            }

            Row(lines, row.Cells.Count == 1 ? [new PrintedColumn("", 1)] : columns, row.Cells.Count == 1 ? [WidthMillimetres - 2] : wide, row.IsHead || row.Cells.Count == 1, Body, Tint.Ink);
            Rule(Tint.Soil2, 0.15);
        }

        _y += 1.5;
    }

    /// <summary>A drawing as wide as its frame, in its scale, with a rim.</summary>
    public void Drawing(Scene scene)
    {
        var (wide, high) = (MillimetresOf(scene.Frame.Width), MillimetresOf(scene.Frame.Height));
        Need(high + 1);
        new ScenePainter(_page!).Paint(scene, Margin * PointsPerMillimetre, _y * PointsPerMillimetre);
        _page!.DrawRectangle(new XPen(ScenePainter.Colour(Tint.Ink, null, 1, _custom), 0.8), Margin * PointsPerMillimetre, _y * PointsPerMillimetre, wide * PointsPerMillimetre, high * PointsPerMillimetre);
        _y += high + 1.5;
    }

    /// <summary>Pictures beside each other with a line under each; one that is no picture the library reads is told instead of shown.</summary>
    public void Pictures(IEnumerable<(byte[] Picture, string Says)> pictures, int beside = 3, double high = 46)
    {
        var wide = WidthMillimetres / beside;
        foreach (var row in pictures.Chunk(beside))
        {
            Need(high + 8);
            var top = _y;
            foreach (var (picture, k) in row.Select((p, k) => (p, k)))
            {
                _y = top;
                Picture(picture.Picture, Margin + (k * wide), wide - 3, high);
                _y = top + high + 1;
                foreach (var line in _text.Lines(picture.Says, PrintedText.Font(Small, false), (wide - 3) * PointsPerMillimetre).Take(2))
                {
                    Put(line, PrintedText.Font(Small, false), Margin + (k * wide), Tint.Soil4, Small);
                    _y += LineHigh(Small);
                }
            }

            _y = top + high + 8;
        }
    }

    /// <summary>Squares of a code that a phone reads, from the right margin.</summary>
    /// <param name="isDark">Row by row.</param>
    public void Code(IReadOnlyList<IReadOnlyList<bool>> isDark, double sizeMillimetres, double topMillimetres)
    {
        Need(1);
        var (cell, left) = (sizeMillimetres / isDark.Count, Margin + WidthMillimetres - sizeMillimetres);
        for (var row = 0; row < isDark.Count; row++)
        {
            for (var column = 0; column < isDark[row].Count; column++)
            {
                if (isDark[row][column])
                {
                    Box(left + (column * cell), topMillimetres + (row * cell), cell * 1.02, cell * 1.02, Tint.Ink, null);
                }
            }
        }
    }

    /// <summary>Writes it, each page with its foot.</summary>
    public void Save(Stream stream)
    {
        Need(0);
        _page!.Dispose();
        _page = null;
        var font = PrintedText.Font(Small, false);
        for (var i = 0; i < _document.PageCount; i++)
        {
            using var page = XGraphics.FromPdfPage(_document.Pages[i], XGraphicsPdfPageOptions.Append);
            var (y, right, number) = ((_paper.HeightMillimetres - Margin) * PointsPerMillimetre, (_paper.WidthMillimetres - Margin) * PointsPerMillimetre, $"page {i + 1} of {_document.PageCount}");
            var ink = new XSolidBrush(ScenePainter.Colour(Tint.Soil4, null, 1, _custom));
            var line = _text.Lines(_foot, font, right - (Margin * PointsPerMillimetre) - 60)[0];
            page.DrawLine(new XPen(ScenePainter.Colour(Tint.Soil3, null, 1, _custom), 0.5), Margin * PointsPerMillimetre, y - 10, right, y - 10);
            page.DrawString(line, font, ink, Margin * PointsPerMillimetre, y);
            page.DrawString(number, font, ink, right - _text.Width(number, font), y);
        }

        _document.Save(stream, false);
    }

    public void Dispose()
    {
        _page?.Dispose();
        _document.Dispose();
    }

    public static double MillimetresOf(double pixels) => pixels * ScenePainter.PointsPerPixel / PointsPerMillimetre;

    public static int PixelsOf(double millimetres) => (int)Math.Floor(millimetres * PointsPerMillimetre / ScenePainter.PointsPerPixel);

    private void Picture(byte[] bytes, double left, double wide, double high)
    {
        try
        {
            using var stream = new MemoryStream(bytes);
            using var image = XImage.FromStream(stream);
            var scale = Math.Min(wide / image.PixelWidth, high / image.PixelHeight);
            _page!.DrawImage(image, left * PointsPerMillimetre, _y * PointsPerMillimetre, image.PixelWidth * scale * PointsPerMillimetre, image.PixelHeight * scale * PointsPerMillimetre);
        }
        catch (Exception error) when (error is InvalidOperationException or NotSupportedException or ArgumentException or IOException or IndexOutOfRangeException)
        {
            Put("This picture cannot be printed; it is with the job.", PrintedText.Font(Small, false), left, Tint.Soil4, Small);
        }
    }

    private static double LineHigh(double points) => points * Leading / PointsPerMillimetre;

    private List<IReadOnlyList<string>> Lay(IReadOnlyList<string> cells, IReadOnlyList<double> wide, bool bold, double points) =>
        [.. cells.Select((c, i) => _text.Lines(c, PrintedText.Font(points, bold), (wide[i] - 2) * PointsPerMillimetre))];

    private static double RowHigh(List<IReadOnlyList<string>> cells, double points) => (cells.Max(c => c.Count) * LineHigh(points)) + CellGap;

    /// <summary>Line by line, so that a row that is higher than a page goes on.</summary>
    private void Row(List<IReadOnlyList<string>> cells, IReadOnlyList<PrintedColumn> columns, IReadOnlyList<double> wide, bool bold, double points, Tint tint)
    {
        var font = PrintedText.Font(points, bold);
        _y += CellGap / 2;
        for (var k = 0; k < cells.Max(c => c.Count); k++)
        {
            Need(LineHigh(points));
            var left = Margin + 2;
            for (var i = 0; i < cells.Count; i++)
            {
                if (k < cells[i].Count)
                {
                    Put(cells[i][k], font, columns[i].IsFigure ? left + wide[i] - 3 - (_text.Width(cells[i][k], font) / PointsPerMillimetre) : left, tint, points);
                }

                left += wide[i];
            }

            _y += LineHigh(points);
        }

        _y += CellGap / 2;
    }

    private void Write(string text, double points, bool bold, Tint tint, double after)
    {
        var font = PrintedText.Font(points, bold);
        foreach (var line in _text.Lines(text, font, WidthMillimetres * PointsPerMillimetre))
        {
            Need(LineHigh(points));
            Put(line, font, Margin, tint, points);
            _y += LineHigh(points);
        }

        _y += after;
    }

    private void Put(string text, XFont font, double left, Tint tint, double points = Body) =>
        _page!.DrawString(PrintedText.Spelled(text), font, new XSolidBrush(ScenePainter.Colour(tint, null, 1, _custom)), left * PointsPerMillimetre, (_y * PointsPerMillimetre) + (points * 0.98));

    private void Rule(Tint tint, double millimetres) =>
        _page!.DrawLine(new XPen(ScenePainter.Colour(tint, null, 1, _custom), millimetres * PointsPerMillimetre), Margin * PointsPerMillimetre, _y * PointsPerMillimetre, (Margin + WidthMillimetres) * PointsPerMillimetre, _y * PointsPerMillimetre);

    private void Box(double left, double top, double wide, double high, Tint tint, UtilityKind? paint) =>
        _page!.DrawRectangle(new XSolidBrush(ScenePainter.Colour(tint, paint, 1, _custom)), left * PointsPerMillimetre, top * PointsPerMillimetre, wide * PointsPerMillimetre, high * PointsPerMillimetre);
}
