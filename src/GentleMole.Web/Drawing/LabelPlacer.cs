namespace GentleMole.Web.Drawing;

/// <summary>
/// Puts labels where nothing else is. The drawing is a grid of small cells; lines, dots and labels already there occupy
/// theirs, and a new label takes the candidate place that covers the fewest.
/// </summary>
internal sealed class LabelPlacer(double width, double height)
{
    private const double Cell = 6;
    private const double LetterWidth = 6.9;
    private const double LineHeight = 16;

    private readonly int _columns = Math.Max(1, (int)Math.Ceiling(width / Cell));
    private readonly byte[] _taken = new byte[Math.Max(1, (int)Math.Ceiling(width / Cell)) * Math.Max(1, (int)Math.Ceiling(height / Cell))];

    /// <summary>Marks a drawn line as taken.</summary>
    public void Line(double x1, double y1, double x2, double y2, byte weight = 2)
    {
        var steps = Math.Max(1, (int)(Math.Max(Math.Abs(x2 - x1), Math.Abs(y2 - y1)) / (Cell / 2)));
        for (var i = 0; i <= Math.Min(steps, 4000); i++)
        {
            Take(x1 + ((x2 - x1) * i / steps), y1 + ((y2 - y1) * i / steps), weight);
        }
    }

    public void Box(double x, double y, double w, double h, byte weight = 3)
    {
        foreach (var (xx, yy) in Inside(x, y, w, h))
        {
            Take(xx, yy, weight);
        }
    }

    /// <summary>How much is drawn in a box; for choosing where furniture may stand.</summary>
    public double Crowd(double x, double y, double w, double h)
    {
        double crowd = 0;
        foreach (var (xx, yy) in Inside(x, y, w, h))
        {
            crowd += At(xx, yy);
        }

        return crowd;
    }

    /// <summary>Places a label by an anchor, near it if there is room, with a leader if not; and takes its place.</summary>
    public PlacedLabel Place(string text, string style, double anchorX, double anchorY, double gap = 9)
    {
        var w = text.Length * LetterWidth;
        (double X, double Y, double Cost) best = (anchorX, anchorY, double.PositiveInfinity);
        if (gap == 0)
        {
            // Something with room inside carries its name inside.
            best = (anchorX - (w / 2), anchorY, CostOf(anchorX - (w / 2), anchorY - (LineHeight / 2), w) - 1);
        }

        foreach (var reach in new[] { gap, gap + 14, gap + 34, gap + 60 })
        {
            foreach (var (dx, dy) in new[] { (1, 0), (-1, 0), (0, -1), (0, 1), (1, -1), (1, 1), (-1, -1), (-1, 1) })
            {
                var x = anchorX + (dx * reach) + (dx < 0 ? -w : dx == 0 ? -w / 2 : 0);
                var y = anchorY + (dy * (reach + (LineHeight / 2)));
                var cost = CostOf(x, y - (LineHeight / 2), w) + ((reach - gap) * 0.12) + (dx == 1 && dy == 0 ? 0 : 0.3);
                if (cost < best.Cost)
                {
                    best = (x, y, cost);
                }
            }
        }

        Box(best.X, best.Y - (LineHeight / 2), w, LineHeight, 7);
        var far = Math.Abs(best.Y - anchorY) > 26 || best.X - anchorX > 26 || anchorX - (best.X + w) > 26;
        return new PlacedLabel(text, style, best.X, best.Y, anchorX, anchorY, far);
    }

    private double CostOf(double x, double y, double w)
    {
        double cost = 0;
        if (x < 2 || y < 2 || x + w > width - 2 || y + LineHeight > height - 2)
        {
            cost += 60;
        }

        return cost + Crowd(x, y, w, LineHeight);
    }

    /// <summary>Points of the grid in a box, as far as the box lies in the drawing: what lies outside has no cells to take.</summary>
    private IEnumerable<(double X, double Y)> Inside(double x, double y, double w, double h)
    {
        var (right, bottom) = (Math.Min(x + w, width), Math.Min(y + h, height));
        for (var yy = Math.Max(y, y % Cell); yy <= bottom; yy += Cell)
        {
            for (var xx = Math.Max(x, x % Cell); xx <= right; xx += Cell)
            {
                yield return (xx, yy);
            }
        }
    }

    private int At(double x, double y) => IndexOf(x, y) is >= 0 and var i ? _taken[i] : 0;

    private void Take(double x, double y, byte weight)
    {
        if (IndexOf(x, y) is >= 0 and var i)
        {
            _taken[i] = Math.Max(_taken[i], weight);
        }
    }

    private int IndexOf(double x, double y)
    {
        if (x < 0 || y < 0 || x >= width || y >= height)
        {
            return -1;
        }

        var index = ((int)(y / Cell) * _columns) + (int)(x / Cell);
        return index < _taken.Length ? index : -1;
    }
}
