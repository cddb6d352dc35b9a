namespace GentleMole.Exchange.Scenes;

/// <summary>
/// Puts names where nothing else is. A name stands at its thing, or away from it with a leader of at most
/// <see cref="LongestLeader"/> pixels; never over a line, a symbol or another name. The most important is placed first, and
/// what finds no room is left out. The work is bounded: so many names, so many places each.
/// </summary>
public sealed class LabelPlacer
{
    /// <summary>Pixels.</summary>
    public const double LongestLeader = 30;

    /// <summary>So many names are tried at all; what is less important than those has no room anyway.</summary>
    private const int MostTried = 300;

    /// <summary>Anchors of one name that are tried.</summary>
    private const int MostAnchors = 24;

    /// <summary>Pixels of drawing that a name needs on the average, so that a plan stays a plan.</summary>
    private const double PixelsPerLabel = 11_000;
    private const double Margin = 4;

    /// <summary>A name this far from the edge of its thing still stands at it.</summary>
    private const double AtItsThing = 9;
    private const double LineHalf = 2.5;
    private static readonly double[] Reaches = [0, 7, 14, 21];
    private static readonly double[] Slides = [0.5, 0, 1, 0.25, 0.75];
    private readonly SceneFrame _frame;
    private readonly CellMap _taken;

    /// <summary>What a leader may not cross: names, other leaders, symbols. A line it may.</summary>
    private readonly CellMap _crossed;

    public LabelPlacer(SceneFrame frame)
    {
        _frame = frame;
        (_taken, _crossed) = (new CellMap(frame.Width, frame.Height), new CellMap(frame.Width, frame.Height));
    }

    /// <summary>Height of a name, pixels.</summary>
    public static double HeightOf(TextLook look) => look.Size * 1.2;

    /// <summary>Keeps labels off the shapes of these layers.</summary>
    public void Occupy(IEnumerable<SceneLayer> layers)
    {
        foreach (var shape in layers.SelectMany(l => l.Shapes).Where(s => s.IsSolid))
        {
            Occupy(shape);
        }
    }

    /// <summary>Keeps labels off a box, pixels from the upper left corner.</summary>
    public void Occupy(double x, double y, double w, double h)
    {
        _taken.Take(x, y, w, h);
        _crossed.Take(x, y, w, h);
    }

    /// <summary>How much is drawn in a box; for choosing where furniture may stand.</summary>
    public int Crowd(double x, double y, double w, double h) => _taken.Crowd(x, y, w, h);

    /// <summary>Places what has room, the most important first.</summary>
    public IReadOnlyList<PlacedLabel> Place(IEnumerable<SceneLabel> labels)
    {
        var most = Math.Max(4, (int)((double)_frame.Width * _frame.Height / PixelsPerLabel));
        var placed = new List<PlacedLabel>();
        foreach (var label in labels.Where(l => l.Text.Length > 0 && l.Anchors.Count > 0).OrderByDescending(l => l.Importance).Take(MostTried))
        {
            if (placed.Count == most)
            {
                break;
            }

            if ((Best(label) ?? (label.Shorter.Length > 0 ? Best(label with { Text = label.Shorter }) : null)) is { } best)
            {
                placed.Add(best);
                Take(best);
            }
        }

        return placed;
    }

    private void Occupy(SceneShape shape)
    {
        switch (shape)
        {
            case ScenePath path:
                var half = LineHalf + (path.Look.InUnits ? 0 : path.Look.Width / 2);
                for (var i = 1; i < path.Points.Count; i++)
                {
                    _taken.TakeLine(_frame.Pixels(path.Points[i - 1]), _frame.Pixels(path.Points[i]), half);
                }

                if (path.IsArea && path.Points.Count > 2)
                {
                    _taken.TakeLine(_frame.Pixels(path.Points[^1]), _frame.Pixels(path.Points[0]), half);
                }

                break;
            case SceneRound round:
                // A ring of short lines; labels may stand inside it.
                var (x, y) = _frame.Pixels(round.Centre);
                var r = round.Radius / _frame.UnitsAcross;
                (double X, double Y) Rim(int i) => (x + (r * Math.Cos(i * Math.PI / 36)), y + (r * Math.Sin(i * Math.PI / 36)));
                for (var i = 0; i < 72; i++)
                {
                    _taken.TakeLine(Rim(i), Rim(i + 1), LineHalf);
                }

                break;
            case SceneImage image:
                var ((left, top), (right, bottom)) = (_frame.Pixels(image.TopLeft), _frame.Pixels(image.BottomRight));
                Occupy(left, top, right - left, bottom - top);
                break;
            case SceneMark mark:
                var (mx, my) = _frame.Pixels(mark.Place);
                var reach = mark.Symbol.Reach + 1;
                Occupy(mx - reach, my - reach, 2 * reach, 2 * reach);
                break;
            case SceneText text:
                var (tx, ty) = _frame.Pixels(text.Place);
                var w = text.Width;
                Occupy(tx + text.Right - (w * (text.Anchor + 1) / 2), ty + text.Down - text.Look.Size, w, text.Look.Size * 1.1);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(shape), shape, "A shape that labels do not know.");
        }
    }

    private PlacedLabel? Best(SceneLabel label)
    {
        var (w, h) = (TextWidth.Of(label.Text, label.Look), HeightOf(label.Look));
        (PlacedLabel? Label, double Cost) best = (null, double.PositiveInfinity);
        void Try(ScenePoint anchor, double ax, double ay, double left, double middle, double cost)
        {
            if (cost >= best.Cost)
            {
                return;
            }

            var top = middle - (h / 2);
            if (!HasRoom(left, top, w, h))
            {
                return;
            }

            // The nearest point of the name's box: there a leader would end.
            var (ex, ey) = (Math.Clamp(ax, left, left + w), Math.Clamp(ay, top, top + h));
            var away = Math.Sqrt(((ex - ax) * (ex - ax)) + ((ey - ay) * (ey - ay)));
            var outside = label.Area.Count > 2;
            if (!outside && away <= label.Gap + AtItsThing)
            {
                best = (new PlacedLabel(label, anchor, left - ax, middle - ay), cost);
                return;
            }

            var clear = Math.Min(away, label.Gap + 1) / Math.Max(away, 1e-9);
            if (away <= LongestLeader && !_crossed.Meets((ax + ((ex - ax) * clear), ay + ((ey - ay) * clear)), (ex, ey)))
            {
                best = (new PlacedLabel(label, anchor, left - ax, middle - ay, ex - ax, ey - ay), cost + 6);
            }
        }

        foreach (var (anchor, rank) in Inner(label).Select((a, i) => (a, i)))
        {
            var (x, y) = _frame.Pixels(anchor);
            if (IsInside(label.Area, x - (w / 2), y - (h / 2), w, h) && HasRoom(x - (w / 2), y - (h / 2), w, h))
            {
                best = (new PlacedLabel(label, anchor, -w / 2, 0), rank);
                return best.Label;
            }
        }

        foreach (var (anchor, rank) in label.Anchors.Take(MostAnchors).Select((a, i) => (a, i)))
        {
            var (x, y) = _frame.Pixels(anchor);
            if (!(x >= 0 && y >= 0 && x <= _frame.Width && y <= _frame.Height))
            {
                continue;
            }

            foreach (var more in Reaches)
            {
                var reach = label.Gap + more;
                var cost = more + (rank * 1.5);
                for (var s = 0; s < Slides.Length; s++)
                {
                    // Beside it, level or slid up and down; above and below it, slid to the sides.
                    if (s < 3)
                    {
                        var slid = y + ((0.5 - Slides[s]) * h);
                        Try(anchor, x, y, x + reach, slid, cost + (s * 0.6));
                        Try(anchor, x, y, x - reach - w, slid, cost + 0.4 + (s * 0.6));
                    }

                    Try(anchor, x, y, x - (w * Slides[s]), y - reach - (h / 2), cost + 0.8 + (s * 0.5));
                    Try(anchor, x, y, x - (w * Slides[s]), y + reach + (h / 2), cost + 1 + (s * 0.5));
                }

                foreach (var (dx, dy) in new[] { (1, -1), (1, 1), (-1, -1), (-1, 1) })
                {
                    Try(anchor, x, y, x + (dx * reach * 0.7) - (dx < 0 ? w : 0), y + (dy * ((reach * 0.7) + (h / 2))), cost + 1.2);
                }
            }
        }

        return best.Label;
    }

    private bool HasRoom(double left, double top, double w, double h) =>
        left >= Margin && top >= Margin && left + w <= _frame.Width - Margin && top + h <= _frame.Height - Margin && !_taken.IsTaken(left, top, w, h);

    private void Take(PlacedLabel placed)
    {
        var (x, y) = _frame.Pixels(placed.Anchor);
        var h = HeightOf(placed.Label.Look);
        Occupy(x + placed.Right - 2, y + placed.Down - (h / 2) - 1, placed.Width + 4, h + 2);
        if (placed.LeaderRight is { } right)
        {
            _taken.TakeLine((x, y), (x + right, y + placed.LeaderDown), 1.5);
            _crossed.TakeLine((x, y), (x + right, y + placed.LeaderDown), 1.5);
        }
    }

    /// <summary>Places inside an area where its name may stand: the middle of its corners, and points between that and its sides.</summary>
    private static IEnumerable<ScenePoint> Inner(SceneLabel label)
    {
        if (label.Area.Count < 3)
        {
            yield break;
        }

        var middle = new ScenePoint(label.Area.Average(p => p.X), label.Area.Average(p => p.Y));
        yield return middle;
        for (var i = 0; i < Math.Min(label.Area.Count, MostAnchors); i++)
        {
            var (a, b) = (label.Area[i], label.Area[(i + 1) % label.Area.Count]);
            yield return new ScenePoint((middle.X + ((a.X + b.X) / 2)) / 2, (middle.Y + ((a.Y + b.Y) / 2)) / 2);
        }
    }

    /// <summary>All of a box of pixels lies in an area: its corners do, and no side of the area goes through it.</summary>
    private bool IsInside(IReadOnlyList<ScenePoint> area, double x, double y, double w, double h)
    {
        var ring = area.Select(_frame.Pixels).ToList();
        (double X, double Y)[] corners = [(x, y), (x + w, y), (x + w, y + h), (x, y + h)];
        return corners.All(c => IsInside(ring, c)) && !ring.Exists(p => p.X > x && p.X < x + w && p.Y > y && p.Y < y + h);
    }

    private static bool IsInside(List<(double X, double Y)> ring, (double X, double Y) p)
    {
        var inside = false;
        for (var (i, k) = (0, ring.Count - 1); i < ring.Count; k = i++)
        {
            if (ring[i].Y > p.Y != ring[k].Y > p.Y && p.X < ((ring[k].X - ring[i].X) * (p.Y - ring[i].Y) / (ring[k].Y - ring[i].Y)) + ring[i].X)
            {
                inside = !inside;
            }
        }

        return inside;
    }
}
