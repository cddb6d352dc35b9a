using System.Globalization;
using System.Numerics;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Practice;

/// <summary>TRUTH: the ground laid open, beside the marks: what lay where, and what current a hookup drove in it.</summary>
internal static class OpenedDrawing
{
    private const double PieceMetres = 1.5;
    private const double TickMetres = 8;
    private const double Worth = 0.01;
    private const double Left = 52;
    private const double Right = 16;
    private const double Top = 26;
    private const double Foot = 16;

    /// <summary>Layers over a yard's plan.</summary>
    /// <param name="made">Whose currents; null draws the lines alone.</param>
    public static IEnumerable<SceneLayer> Layers(YardRound round, YardHooked? made, double metresPerPixel)
    {
        var site = round.Site;
        var solved = made is { IsSending: true, Heard.Count: > 0 } ? made.Heard[0] : null;
        Complex Current(BuriedLine line, double at) => solved is null ? 0 : site.Ground.CurrentAt(solved, line.Id, at) * Complex.Conjugate(made!.Lead);
        var stops = site.Ground.Lines.ToDictionary(l => l.Id, Stops);
        var most = site.Ground.Lines.SelectMany(l => stops[l.Id].Select(s => Current(l, s).Magnitude)).DefaultIfEmpty(0).Max();
        List<SceneShape> cases = [], lines = [], flows = [], ticks = [], letters = [];
        foreach (var line in site.Ground.Lines)
        {
            var at = stops[line.Id];
            for (var i = 1; i < at.Count; i++)
            {
                var current = Current(line, (at[i - 1] + at[i]) / 2);
                var pixels = most > 0 ? Math.Round(SignalOverlay.Pixels(current.Magnitude / most), 1) : 3;
                var piece = ScenePoint.Of([line.Run.At(at[i - 1]), line.Run.At(at[i])]);
                cases.Add(new ScenePath(Looks.CurrentCase(pixels), piece) { Paint = line.Kind });
                lines.Add(new ScenePath(Looks.Current(pixels), piece) { Paint = line.Kind });
            }

            if (most > 0)
            {
                var middle = Current(line, line.Run.Length / 2);
                if (at.Max(s => Current(line, s).Magnitude) >= Worth * most)
                {
                    var points = middle.Real >= 0 ? line.Run.Points : [.. line.Run.Points.Reverse()];
                    flows.Add(new ScenePath(Looks.Flow, ScenePoint.Of(points)));
                }

                for (var s = TickMetres / 2; s < line.Run.Length; s += TickMetres)
                {
                    if (Current(line, s) is var here && here.Magnitude >= Worth * most)
                    {
                        var ahead = line.Run.DirectionAt(s).Azimuth;
                        ticks.Add(new SceneMark(Symbols.Tick, ScenePoint.Of(line.Run.At(s))) { Turn = (here.Real >= 0 ? ahead : ahead.Opposite).Degrees, IsSolid = false });
                    }
                }
            }

            letters.Add(new SceneMark(Symbols.LetterDisc, ScenePoint.Of(line.Run.At(line.Run.Length * 0.62))) { Paint = line.Kind, Letter = Utilities.Letter(line.Kind), LetterLook = Looks.Letter, Title = line.Lies.Name });
        }

        yield return new SceneLayer("truth-cases", cases);
        yield return new SceneLayer("truth", lines);
        yield return new SceneLayer("truth-flow", flows, IsDumb: true);
        yield return new SceneLayer("truth-ticks", ticks);
        yield return new SceneLayer("truth-letters", letters);
        yield return new SceneLayer("marked", [.. round.Marks.SelectMany(m => Marked(m.Value, metresPerPixel))]);
        if (made is not null)
        {
            yield return new SceneLayer("hooked", [.. Hooked(site, made)]);
        }
    }

    /// <summary>The lines of a yard alone, for whoever makes it.</summary>
    public static IEnumerable<SceneLayer> Ground(YardSite site)
    {
        yield return new SceneLayer("truth", [.. site.Ground.Lines.SelectMany(l => new SceneShape[]
        {
            new ScenePath(Looks.MarkCase, ScenePoint.Of(l.Run.Points)), new ScenePath(Looks.MarkLine, ScenePoint.Of(l.Run.Points)) { Paint = l.Kind },
            new SceneMark(Symbols.LetterDisc, ScenePoint.Of(l.Run.At(l.Run.Length * 0.55))) { Paint = l.Kind, Letter = Utilities.Letter(l.Kind), LetterLook = Looks.Letter, Title = l.Lies.Name },
        })]);
        yield return new SceneLayer("bonds", [.. site.Ground.Bonds.Where(b => site.Ground.Line(b.From) is not null && site.Ground.Line(b.To) is not null)
            .Select(b => new ScenePath(Looks.Lead, ScenePoint.Of([site.Ground.Line(b.From)!.Run.At(b.FromMetres), site.Ground.Line(b.To)!.Run.At(b.ToMetres)])))]);
    }

    /// <summary>Along the target, depth downwards: how it lies, and what was marked.</summary>
    public static Scene Section(YardRound round, int width, int height)
    {
        var site = round.Site;
        var target = site.Ground.Lines.Where(l => site.Target.Contains(l.Id)).ToList();
        var marks = round.Marks.GetValueOrDefault(site.Utility, []);
        var starts = new Dictionary<string, double>();
        var length = 0.0;
        foreach (var line in target)
        {
            starts[line.Id] = length;
            length += line.Run.Length;
        }

        var deepest = Math.Max(1.2, target.SelectMany(l => l.Depths).Max(d => d.Metres).Max(marks.Max(m => m.DepthMetres) ?? 0) * 1.15);
        double X(double along) => Left + (along / length * (width - Left - Right));
        double Y(double depth) => Top + (depth / deepest * (height - Top - Foot));
        var shapes = new List<SceneShape>();
        foreach (var depth in Ticks.Between(0, deepest, Ticks.Step(deepest / 4)))
        {
            shapes.Add(new ScenePath(Looks.DepthLine, [new(Left, Y(depth)), new(width - Right, Y(depth))]));
            shapes.Add(new SceneText(Looks.Grid, new(Left - 6, Y(depth)), depth.ToString("0.0", CultureInfo.InvariantCulture) + " m", 0, 4, 1));
        }

        foreach (var along in Ticks.Between(0, length, Ticks.Step(length / 7)))
        {
            shapes.Add(new SceneText(Looks.Grid, new(X(along), Top - 9), along.ToString("0", CultureInfo.InvariantCulture) + " m", 0, 0, 0));
        }

        shapes.Add(new ScenePath(Looks.GroundLine, [new(Left, Y(0)), new(width - Right, Y(0))]));
        foreach (var line in target)
        {
            var points = line.Run.Points.Select((_, i) => new ScenePoint(X(starts[line.Id] + line.Run.ChainageOf(i)), Y(line.Depths[i].Metres))).ToList();
            shapes.Add(new ScenePath(Looks.MarkCase, points));
            shapes.Add(new ScenePath(Looks.MarkLine, points) { Paint = line.Kind });
        }

        foreach (var mark in marks.Where(m => m.DepthMetres is not null))
        {
            var line = target.MinBy(l => l.Run.Project(mark.Place).Foot.DistanceTo(mark.Place))!;
            var place = line.Run.Project(mark.Place);

            // A mark of something else says nothing of this line's depth.
            if (Math.Abs(place.OffsetMetres) > YardOutcome.OfItMetres)
            {
                continue;
            }

            var x = X(starts[line.Id] + place.ChainageMetres);
            shapes.Add(new ScenePath(Looks.Tape, [new(x, Y(line.DepthAt(place.ChainageMetres).Metres)), new(x, Y(mark.DepthMetres!.Value))]));
            shapes.Add(new SceneMark(Symbols.ReadPeak, new(x, Y(mark.DepthMetres!.Value))));
        }

        return new Scene(SceneFrame.Chart(width, height), "The line as it lies, with the depths that were marked", [new SceneLayer("opened", shapes)], []);
    }

    private static double Max(this double one, double other) => Math.Max(one, other);

    private static List<double> Stops(BuriedLine line)
    {
        var pieces = (int)Math.Clamp(line.Run.Length / PieceMetres, 1, 120);
        return [.. Enumerable.Range(0, pieces + 1).Select(i => line.Run.Length * i / pieces).Concat(Enumerable.Range(0, line.Run.Points.Count).Select(line.Run.ChainageOf)).Order().Distinct()];
    }

    private static IEnumerable<SceneShape> Marked(IReadOnlyList<YardPoint> points, double metresPerPixel)
    {
        if (points.Count > 1)
        {
            yield return new ScenePath(Looks.YardMarks, ScenePoint.Of([.. points.Select(p => p.Place)]));
        }

        // Of marks that would lie on top of each other one is drawn.
        SitePoint? last = null;
        foreach (var point in points)
        {
            if (last is { } before && before.DistanceTo(point.Place) < 9 * metresPerPixel)
            {
                continue;
            }

            last = point.Place;
            yield return new SceneMark(Symbols.ReadPeak, ScenePoint.Of(point.Place)) { Title = point.DepthMetres is { } depth ? $"marked {depth.ToString("0.00", CultureInfo.InvariantCulture)} m deep" : "marked" };
        }
    }

    private static IEnumerable<SceneShape> Hooked(YardSite site, YardHooked made)
    {
        var at = made.Hookup.Connection is { } id ? site.Connection(id)?.Feature.Place : made.Hookup.Box?.Place;
        if (at is not { } place)
        {
            yield break;
        }

        if (made.Hookup.Stake is { } stake)
        {
            yield return new ScenePath(Looks.Lead, ScenePoint.Of([place, stake.Place]));
            yield return new SceneMark(Symbols.Stake, ScenePoint.Of(stake.Place));
        }

        yield return new SceneMark(
            made.Hookup.Method switch
            {
                HookupMethod.Clamp => Symbols.Clamp,
                HookupMethod.Induction => Symbols.Coil,
                HookupMethod.Direct or HookupMethod.Passive => Symbols.Connection,
            },
            ScenePoint.Of(place));
    }
}
