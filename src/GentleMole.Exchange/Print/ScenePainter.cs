using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;
using PdfSharp.Drawing;

namespace GentleMole.Exchange.Print;

/// <summary>Draws a scene on paper as vectors and text, a pixel of the scene as a ninety-sixth of an inch: a plan keeps its scale.</summary>
internal sealed class ScenePainter(XGraphics graphics)
{
    /// <summary>Points that a pixel of a scene takes.</summary>
    public const double PointsPerPixel = 72.0 / 96;

    /// <summary>How far what lies under a name is paled.</summary>
    private const double HaloOpacity = 0.75;

    private readonly Dictionary<(Look Look, UtilityKind? Paint), (XPen? Pen, XBrush? Brush)> _tools = [];
    private SceneFrame _frame = SceneFrame.Chart(1, 1);
    private PaintCustom _custom = PaintCustom.Shipped[0];

    /// <summary>Paints it with its upper left corner at a place, points; nothing of it goes over its edge.</summary>
    public void Paint(Scene scene, double left, double top)
    {
        (_frame, _custom) = (scene.Frame, scene.Custom);
        _tools.Clear();
        var before = graphics.Save();
        graphics.IntersectClip(new XRect(left, top, _frame.Width * PointsPerPixel, _frame.Height * PointsPerPixel));
        graphics.TranslateTransform(left, top);
        graphics.ScaleTransform(PointsPerPixel);
        graphics.DrawRectangle(Brush(Tint.Paper, null, 1), 0, 0, _frame.Width, _frame.Height);
        foreach (var shape in scene.Layers.SelectMany(l => l.Shapes))
        {
            Paint(shape);
        }

        foreach (var label in scene.Labels)
        {
            var (x, y) = _frame.Pixels(label.Anchor);
            if (label.LeaderRight is { } right)
            {
                graphics.DrawLine(new XPen(Colour(Tint.Ink, null, 1, _custom), 1), x, y, x + right, y + label.LeaderDown);
            }

            Write(label.Label.Text, label.Label.Look, null, x + label.Right, y + label.Down + (label.Label.Look.Size * 0.35), -1);
        }

        graphics.Restore(before);
    }

    private void Paint(SceneShape shape)
    {
        switch (shape)
        {
            case ScenePath path:
                Draw(path.Look, path.Paint, [.. path.Points.Select(p => new XPoint(_frame.X(p.X), _frame.Y(p.Y)))], path.IsArea);
                break;
            case SceneRound round:
                var ((cx, cy), r) = (_frame.Pixels(round.Centre), round.Radius / _frame.UnitsAcross);
                Disc(round.Look, round.Paint, cx, cy, r);
                break;
            case SceneMark mark:
                Paint(mark);
                break;
            case SceneText text:
                var (x, y) = _frame.Pixels(text.Place);
                Write(text.Text, text.Look, text.Paint, x + text.Right, y + text.Down, text.Anchor);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(shape), shape, "A shape that is not printed.");
        }
    }

    private void Paint(SceneMark mark)
    {
        var before = graphics.Save();
        var (x, y) = _frame.Pixels(mark.Place);
        graphics.TranslateTransform(x, y);
        if (mark.Turn != 0)
        {
            graphics.RotateTransform(mark.Turn);
        }

        foreach (var part in mark.Symbol.Parts)
        {
            if (part.Radius > 0)
            {
                Disc(part.Look, mark.Paint, part.Points[0].X, part.Points[0].Y, part.Radius);
            }
            else
            {
                Draw(part.Look, mark.Paint, [.. part.Points.Select(p => new XPoint(p.X, p.Y))], part.IsArea);
            }
        }

        if (mark.LetterLook is { } look && mark.Letter.Length > 0)
        {
            Write(mark.Letter, look, mark.Paint, 0, look.Size * 0.35, 0);
        }

        graphics.Restore(before);
    }

    private void Draw(Look look, UtilityKind? paint, XPoint[] points, bool isArea)
    {
        var (pen, brush) = Tools(look, paint);
        if (points.Length < 2 || Array.Exists(points, p => !double.IsFinite(p.X) || !double.IsFinite(p.Y)))
        {
            return;
        }

        if (isArea && points.Length > 2)
        {
            if (brush is not null)
            {
                graphics.DrawPolygon(brush, points, XFillMode.Winding);
            }

            if (pen is not null)
            {
                graphics.DrawPolygon(pen, points);
            }
        }
        else if (pen is not null)
        {
            graphics.DrawLines(pen, points);
        }
    }

    private void Disc(Look look, UtilityKind? paint, double x, double y, double r)
    {
        var (pen, brush) = Tools(look, paint);
        if (brush is not null)
        {
            graphics.DrawEllipse(brush, x - r, y - r, 2 * r, 2 * r);
        }

        if (pen is not null)
        {
            graphics.DrawEllipse(pen, x - r, y - r, 2 * r, 2 * r);
        }
    }

    private void Write(string text, TextLook look, UtilityKind? paint, double x, double y, int anchor)
    {
        var (words, font) = (PrintedText.Spelled(text), PrintedText.Font(look.Size, look.Bold));
        var width = graphics.MeasureString(words, font).Width;
        var left = x - (width * (anchor + 1) / 2);
        if (look.Halo != Tint.None)
        {
            // Letters have no rim in print: what lies under them is paled.
            graphics.DrawRectangle(Brush(look.Halo, paint, HaloOpacity), left - 1, y - (look.Size * 0.82), width + 2, look.Size * 1.06);
        }

        graphics.DrawString(words, font, Brush(look.Fill, paint, 1), left, y);
    }

    private (XPen? Pen, XBrush? Brush) Tools(Look look, UtilityKind? paint)
    {
        if (_tools.TryGetValue((look, paint), out var known))
        {
            return known;
        }

        var width = look.InUnits ? look.Width / _frame.UnitsAcross : look.Width;
        var pen = look.Stroke == Tint.None || width <= 0 ? null : new XPen(Colour(look.Stroke, paint, look.StrokeOpacity, _custom), width) { LineJoin = XLineJoin.Round, LineCap = look.RoundEnds ? XLineCap.Round : XLineCap.Flat };
        if (pen is not null && look.Dash.Length > 0)
        {
            // The library counts dashes in widths of the pen.
            pen.DashPattern = [.. look.Dash.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(d => double.Parse(d, CultureInfo.InvariantCulture) / width)];
        }

        return _tools[(look, paint)] = (pen, look.Fill == Tint.None ? null : Brush(look.Fill, paint, look.FillOpacity));
    }

    private XSolidBrush Brush(Tint tint, UtilityKind? paint, double opacity) => new(Colour(tint, paint, opacity, _custom));

    public static XColor Colour(Tint tint, UtilityKind? paint, double opacity, PaintCustom custom)
    {
        var rgb = int.Parse(Tints.Hex(tint, paint, custom)!.AsSpan(1), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        return XColor.FromArgb((int)Math.Round(255 * opacity), rgb >> 16, (rgb >> 8) & 255, rgb & 255);
    }
}
