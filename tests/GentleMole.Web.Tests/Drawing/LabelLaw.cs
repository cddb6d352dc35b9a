using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Tests.Drawing;

/// <summary>What holds for the names of any drawing, worked out from the shapes anew: exact boxes and lines, no cells.</summary>
internal static class LabelLaw
{
    public static void Hold(Scene scene)
    {
        var boxes = scene.Labels.Select(l => (l.Label.Text, Box: BoxOf(scene.Frame, l))).ToList();
        for (var i = 0; i < boxes.Count; i++)
        {
            var (text, box) = boxes[i];
            Assert.True(box.Left >= 0 && box.Top >= 0 && box.Right <= scene.Frame.Width && box.Bottom <= scene.Frame.Height, $"“{text}” leaves the drawing");
            Assert.True(scene.Labels[i].LeaderLength <= 30, $"the leader of “{text}” is {scene.Labels[i].LeaderLength} long");
            Assert.True(scene.Labels[i].LeaderRight is not null || Distance(scene, scene.Labels[i]) <= scene.Labels[i].Label.Gap + 9.5, $"“{text}” stands away from its thing without a leader");
            for (var k = i + 1; k < boxes.Count; k++)
            {
                Assert.False(box.Meets(boxes[k].Box), $"“{text}” covers “{boxes[k].Text}”");
            }

            foreach (var path in scene.Layers.SelectMany(l => l.Shapes).OfType<ScenePath>().Where(p => p.IsSolid))
            {
                var points = path.Points.Select(scene.Frame.Pixels).ToList();
                for (var k = 1; k < points.Count; k++)
                {
                    Assert.False(box.Crosses(points[k - 1], points[k]), $"“{text}” lies over a line of {path.Look.Name}");
                }
            }

            foreach (var mark in scene.Layers.SelectMany(l => l.Shapes).OfType<SceneMark>().Where(m => m.IsSolid))
            {
                var (x, y) = scene.Frame.Pixels(mark.Place);
                Assert.False(box.Meets(new Box(x - mark.Symbol.Reach, y - mark.Symbol.Reach, x + mark.Symbol.Reach, y + mark.Symbol.Reach)), $"“{text}” lies over {mark.Symbol.Name}");
            }
        }

        var leaders = scene.Labels.Where(l => l.LeaderRight is not null).Select(l => Leader(scene.Frame, l)).ToList();
        for (var i = 0; i < leaders.Count; i++)
        {
            Assert.All(leaders.Skip(i + 1), other => Assert.False(Cross(leaders[i], other), "two leaders cross"));
        }
    }

    private static Box BoxOf(SceneFrame frame, PlacedLabel label)
    {
        var (x, y) = frame.Pixels(label.Anchor);
        var half = label.Label.Look.Size / 2;
        return new Box(x + label.Right, y + label.Down - half, x + label.Right + label.Width, y + label.Down + half);
    }

    private static double Distance(Scene scene, PlacedLabel label)
    {
        var (x, y) = scene.Frame.Pixels(label.Anchor);
        var box = BoxOf(scene.Frame, label);
        return Math.Sqrt(Math.Pow(x - Math.Clamp(x, box.Left, box.Right), 2) + Math.Pow(y - Math.Clamp(y, box.Top, box.Bottom), 2));
    }

    private static ((double X, double Y) A, (double X, double Y) B) Leader(SceneFrame frame, PlacedLabel label)
    {
        var (x, y) = frame.Pixels(label.Anchor);
        return ((x, y), (x + label.LeaderRight!.Value, y + label.LeaderDown));
    }

    private static bool Cross(((double X, double Y) A, (double X, double Y) B) a, ((double X, double Y) A, (double X, double Y) B) b)
    {
        static double Side((double X, double Y) p, (double X, double Y) q, (double X, double Y) r) => ((q.X - p.X) * (r.Y - p.Y)) - ((q.Y - p.Y) * (r.X - p.X));
        return Side(a.A, a.B, b.A) * Side(a.A, a.B, b.B) < 0 && Side(b.A, b.B, a.A) * Side(b.A, b.B, a.B) < 0;
    }

    private readonly record struct Box(double Left, double Top, double Right, double Bottom)
    {
        public bool Meets(Box o) => Left < o.Right && o.Left < Right && Top < o.Bottom && o.Top < Bottom;

        public bool Crosses((double X, double Y) a, (double X, double Y) b)
        {
            var (from, to) = (0.0, 1.0);
            foreach (var (p, q) in new[] { (a.X - b.X, a.X - Left), (b.X - a.X, Right - a.X), (a.Y - b.Y, a.Y - Top), (b.Y - a.Y, Bottom - a.Y) })
            {
                if (p == 0 && q <= 0)
                {
                    return false;
                }

                (from, to) = p < 0 ? (Math.Max(from, q / p), to) : p > 0 ? (from, Math.Min(to, q / p)) : (from, to);
            }

            return from < to;
        }
    }
}
