using GentleMole.Core.Sonde;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>A pipe in section along its own way: the ground, the centre with its band, the invert, every stop, what rises, what the camera saw. Pixels.</summary>
internal static class PipeDrawing
{
    private const double Left = 58;
    private const double Right = 20;
    private const double Top = 40;
    private const double Foot = 30;

    /// <param name="insideMetres">Of the pipe, for its invert; null where it is not known.</param>
    /// <param name="finds">What the camera saw.</param>
    public static Scene Of(SondeRoute route, IReadOnlyList<SondeFix> fixes, double? insideMetres, IReadOnlyList<FindTold> finds, Person person, int width, int height) =>
        new(SceneFrame.Chart(width, height), "The pipe in section: ground, centre, invert, stops and what the camera saw", [new("pipe", [.. Shapes(route, fixes, insideMetres, finds, person, width, height)])], []);

    private static IEnumerable<SceneShape> Shapes(SondeRoute route, IReadOnlyList<SondeFix> fixes, double? inside, IReadOnlyList<FindTold> finds, Person person, int width, int height)
    {
        var points = route.Points;
        var seen = finds.Where(f => f.Spot is not null).ToList();
        var (from, to) = (points[0].WayMetres, points[^1].WayMetres);
        if (seen.Count > 0)
        {
            (from, to) = (Math.Min(from, seen.Min(f => f.Spot!.WayMetres)), Math.Max(to, seen.Max(f => f.Spot!.WayMetres)));
        }

        var pad = Math.Max(0.5, 0.03 * (to - from));
        (from, to) = (from - pad, to + pad);
        var half = (inside ?? 0) / 2;
        var top = Math.Max(fixes.Max(f => f.GroundMetres), points.Max(p => p.HeightMetres + p.Depth.Metres));
        var bottom = Math.Min(fixes.Min(f => f.HeightMetres), points.Min(p => p.HeightMetres - half - (2 * p.HeightSigmaMetres)));
        var room = Math.Max(0.4, top - bottom);
        bottom -= 0.12 * room;
        double X(double way) => Left + ((way - from) / (to - from) * (width - Left - Right));
        double Y(double level) => Top + ((top - level) / (top - bottom) * (height - Top - Foot));
        var exaggeration = (height - Top - Foot) / (top - bottom) / ((width - Left - Right) / (to - from));

        // The ground, and everything below it.
        var surface = points.Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres + p.Depth.Metres))).ToList();
        surface.Insert(0, new ScenePoint(X(from), surface[0].Y));
        surface.Add(new ScenePoint(X(to), surface[^1].Y));
        yield return new ScenePath(Looks.Filled(Tint.Soil1), [.. surface, new(X(to), height), new(X(from), height)], IsArea: true);
        foreach (var level in Ticks.Between(bottom, top, Ticks.Step((top - bottom) / 5)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(level)), new(width - Right, Y(level))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(level)), person.Run(level), 0, 4, 1);
        }

        yield return new ScenePath(Looks.GroundLine, surface);
        foreach (var metres in Ticks.Between(0, to, Ticks.Step((to - from) / (width / 90))))
        {
            yield return new SceneText(Looks.Grid, new(X(metres), height - 8), person.Run(metres), 0, 0, 0);
        }

        // What rises, over its whole height.
        foreach (var back in route.Backfalls)
        {
            if (points.FirstOrDefault(p => p.Fix == back.From) is { } a && points.FirstOrDefault(p => p.Fix == back.To) is { } b)
            {
                yield return ScenePath.Box(Looks.SectionDig, X(a.WayMetres), Top, X(b.WayMetres), height - Foot);
                yield return new SceneText(Looks.BelowGroundDoubt, new(X((a.WayMetres + b.WayMetres) / 2), Top + 16), $"rises {person.Length(Math.Abs(back.RiseMetres))}: water stands", 0, 0, 0);
            }
        }

        yield return new ScenePath(
            Looks.Interval,
            [.. points.Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres + (1.96 * p.HeightSigmaMetres)))), .. points.Reverse().Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres - (1.96 * p.HeightSigmaMetres))))],
            IsArea: true);
        if (half > 0)
        {
            yield return new ScenePath(Looks.Lead, [.. points.Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres + half)))]);
            yield return new ScenePath(Looks.Lead, [.. points.Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres - half)))]);
        }

        yield return new ScenePath(Looks.Follow, [.. points.Select(p => new ScenePoint(X(p.WayMetres), Y(p.HeightMetres)))]);
        for (var i = 0; i < fixes.Count; i++)
        {
            var at = points.FirstOrDefault(p => p.Fix == i);
            var way = at?.WayMetres ?? WayOf(route, fixes[i].PaidOutMetres);
            yield return new SceneMark(at is null ? Symbols.Was : Symbols.ReadPeak, new(X(way), Y(fixes[i].HeightMetres))) { Title = $"stop {i + 1}: cable {person.Run(fixes[i].PaidOutMetres)}, {person.Length(fixes[i].Depth.Metres)} deep" };
        }

        foreach (var find in seen)
        {
            var spot = find.Spot!;
            var at = new ScenePoint(X(spot.WayMetres), Y(spot.HeightMetres));
            yield return new ScenePath(Looks.Upright, [at, new(at.X, Y(spot.HeightMetres) - 24)]);
            yield return new SceneMark(Symbols.Tag, new(at.X, at.Y - 30)) { Letter = SondeWords.Mark(find.Find.Seen), LetterLook = Looks.Letter, Title = $"{SondeWords.Seen(find.Find.Seen)}, cable {person.Run(find.Find.PaidOutMetres)}" };
        }

        yield return new SceneText(Looks.BelowGround, new(X((points[0].WayMetres + points[^1].WayMetres) / 2), Y(bottom) - 8), $"{SondeWords.Fall(route.FallPerMetre.Value)}, {(route.FallPerMetre.Value >= 0 ? "down to the right" : "down to the left")}", 0, 0, 0);
        yield return new SceneText(
            Looks.Title, new(Left + 4, 16),
            string.Create(System.Globalization.CultureInfo.InvariantCulture, $"Section along the pipe, heights from level ×{exaggeration:0.#}."));
    }

    private static double WayOf(SondeRoute route, double paid) => route.At(paid)?.WayMetres ?? 0;
}
