using System.Globalization;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>Radar profiles on the plan.</summary>
internal sealed partial class PlanLayers
{
    private static IEnumerable<SceneShape> Radar(RadarOverlay radar)
    {
        foreach (var (from, to, number, isAtHand, isRead, link) in radar.Lines)
        {
            if (radar.IsQuiet)
            {
                yield return new ScenePath(Looks.PassElsewhere, ScenePoint.Of([from, to])) { IsSolid = false, Title = $"radar profile {number}" };
                continue;
            }

            yield return new ScenePath(isAtHand ? Looks.PassNext : isRead ? Looks.PassWalked : Looks.PassOpen, ScenePoint.Of([from, to])) { IsSolid = false, Title = $"radar profile {number}" };
            yield return new SceneMark(Symbols.Tick, ScenePoint.Of((from + to) * 0.5)) { Turn = (to - from).Azimuth.Degrees, IsSolid = false };
            yield return new SceneMark(Symbols.LetterDisc, ScenePoint.Of(from)) { Letter = number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.Letter, Link = new(link, $"radar profile {number}{(isRead ? ", read" : "")}") };
        }

        foreach (var (place, says) in radar.IsQuiet ? [] : radar.Marks)
        {
            yield return new SceneMark(Symbols.Spot, ScenePoint.Of(place)) { Title = says };
        }

        foreach (var (place, says) in radar.IsQuiet ? [] : radar.Picks)
        {
            yield return new SceneMark(Symbols.Response, ScenePoint.Of(place)) { Title = says };
        }
    }

    /// <summary>Lines of a grid: walked, next, to be walked; hatched where nothing was seen.</summary>
    private static IEnumerable<SceneShape> RadarGrid(GridOverlay grid)
    {
        foreach (var (from, to) in grid.Hatch)
        {
            yield return new ScenePath(Looks.Uncovered, ScenePoint.Of([from, to])) { IsSolid = false };
        }

        foreach (var (from, to, state, number) in grid.Lines)
        {
            yield return new ScenePath(PassLook(state), ScenePoint.Of([from, to])) { IsSolid = false, Title = $"radar line {number}" };
            if (state == PassState.Next)
            {
                yield return new SceneMark(Symbols.Tick, ScenePoint.Of((from + to) * 0.5)) { Turn = (to - from).Azimuth.Degrees, IsSolid = false };
                yield return new SceneMark(Symbols.LetterDisc, ScenePoint.Of(from)) { Letter = number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.Letter };
            }
        }
    }

    /// <summary>What radar lines join up to, in the strip where it lies; what is alone, hollow.</summary>
    private static IEnumerable<SceneShape> Runs(RunsOverlay runs)
    {
        foreach (var place in runs.Isolated)
        {
            yield return new SceneMark(Symbols.ResponseAlone, ScenePoint.Of(place)) { IsSolid = false, Title = "a response that no neighbour has" };
        }

        foreach (var wet in runs.Wet)
        {
            yield return new ScenePath(Looks.CandidateStrip(WetMetres), ScenePoint.Of(wet)) { IsSolid = false, Title = "perhaps wet: a possible leak" };
        }

        foreach (var (points, number, strip, isDecided, _) in runs.Runs)
        {
            yield return new ScenePath(Looks.CandidateStrip(strip), ScenePoint.Of(points)) { IsSolid = false };
            yield return new ScenePath(Looks.CandidateCase, ScenePoint.Of(points));
            yield return new ScenePath(isDecided ? Looks.Candidate : Looks.CandidateWeak, ScenePoint.Of(points)) { Title = $"run {number}" };
        }

        foreach (var (points, number, _, _, link) in runs.Runs)
        {
            var at = new Run(points) is var run ? run.At(run.Length / 2) : default;
            if (runs.Chosen == number)
            {
                yield return new SceneMark(Symbols.Chosen, ScenePoint.Of(at));
            }

            yield return new SceneMark(Symbols.Question, ScenePoint.Of(at)) { Letter = number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.LetterOnVelvet, Link = new(link, $"run {number}") };
        }
    }

    /// <summary>Half of how broad a wet stretch is drawn: how broad it is nobody knows.</summary>
    private const double WetMetres = 0.45;

    /// <summary>Runs that somebody decided: they are on the sheet like what was traced.</summary>
    private IEnumerable<SceneShape> RadarRuns()
    {
        foreach (var found in sheet.Job.Found.Where(f => f is { Source: FoundBy.Radar, Points.Count: >= 2 } && f.Becomes != FoundAs.Ghost))
        {
            foreach (var part in window.InView(found.Points))
            {
                yield return new ScenePath(Looks.RadarRun, ScenePoint.Of(part)) { Title = $"by radar: {SweepWords.Become(found.Becomes)}" };
            }

            foreach (var place in new[] { found.Points[0], found.Points[^1] })
            {
                yield return new SceneMark(Symbols.Response, ScenePoint.Of(place)) { Title = "radar saw it from here on" };
            }
        }
    }

    /// <summary>What is wide: filled where its top answers, an outline where only missing layers tell of it; broken until somebody decided.</summary>
    private static IEnumerable<SceneShape> Bodies(BodiesOverlay bodies)
    {
        foreach (var body in bodies.Shapes)
        {
            yield return new ScenePath(Looks.Body(body.IsTopSeen, body.IsDecided), ScenePoint.Of(body.Corners), IsArea: true) { Title = $"body {body.Number}" };
        }

        foreach (var body in bodies.Shapes)
        {
            var at = (body.Corners[0] + body.Corners[2]) * 0.5;
            if (bodies.Chosen == body.Number)
            {
                yield return new SceneMark(Symbols.Chosen, ScenePoint.Of(at));
            }

            yield return new SceneMark(Symbols.Question, ScenePoint.Of(at)) { Letter = body.Number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.LetterOnVelvet, Link = new(body.Link, $"body {body.Number}") };
        }
    }

    /// <summary>Bodies that somebody decided: they are on the sheet.</summary>
    private IEnumerable<SceneShape> RadarBodies()
    {
        foreach (var body in sheet.Job.Bodies.Where(b => b.IsDrawable))
        {
            yield return new ScenePath(Looks.Body(body.IsTopSeen, !body.IsUnsettled), ScenePoint.Of(body.Outline), IsArea: true) { Title = $"by radar, body {body.Number}: {BodyWords.Short(body.Becomes)}", IsSolid = false };
        }
    }

    private static IEnumerable<SceneShape> Slice(SliceOverlay slice)
    {
        yield return new SceneImage(slice.Address, ScenePoint.Of(slice.NorthWest), ScenePoint.Of(slice.SouthEast)) { Title = "radar, seen from above" };
        if (slice.Cut.Count >= 2)
        {
            yield return new ScenePath(Looks.PassNext, ScenePoint.Of(slice.Cut)) { IsSolid = false, Title = "cut through the volume" };
        }
    }
}
