using System.Globalization;
using GentleMole.Core.Follow;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Drawing;

/// <summary>What was swept and what was followed, on the plan.</summary>
internal sealed partial class PlanLayers
{
    private static Look PassLook(PassState state) => state switch { PassState.Open => Looks.PassOpen, PassState.Next => Looks.PassNext, PassState.Walked => Looks.PassWalked };

    private IEnumerable<SceneShape> Sweep(SweepOverlay sweep)
    {
        foreach (var (from, to) in sweep.Hatch)
        {
            yield return new ScenePath(Looks.Uncovered, ScenePoint.Of([from, to])) { IsSolid = false };
        }

        foreach (var (from, to) in sweep.Others)
        {
            yield return new ScenePath(Looks.PassElsewhere, ScenePoint.Of([from, to])) { IsSolid = false };
        }

        foreach (var (from, to, state, number) in sweep.Passes)
        {
            yield return new ScenePath(PassLook(state), ScenePoint.Of([from, to])) { IsSolid = false, Title = $"pass {number}" };
            if (state == PassState.Next)
            {
                yield return new SceneMark(Symbols.Tick, ScenePoint.Of((from + to) * 0.5)) { Turn = (to - from).Azimuth.Degrees, IsSolid = false };
            }
        }

        foreach (var line in sweep.Lines)
        {
            yield return new ScenePath(Looks.CandidateStrip(line.Line.Lateral95Metres), ScenePoint.Of(line.Line.Points)) { IsSolid = false };
            yield return new ScenePath(Looks.CandidateCase, ScenePoint.Of(line.Line.Points));
            yield return new ScenePath(line.Line.IsClaim ? Looks.Candidate : Looks.CandidateWeak, ScenePoint.Of(line.Line.Points));
        }

        foreach (var (place, isOfLine) in sweep.Heard)
        {
            yield return new SceneMark(isOfLine ? Symbols.Response : Symbols.ResponseAlone, ScenePoint.Of(place)) { IsSolid = false };
        }

        foreach (var line in sweep.Lines)
        {
            var at = new Run(line.Line.Points) is var run ? run.At(run.Length / 2) : default;
            if (sweep.Chosen == line.Number)
            {
                yield return new SceneMark(Symbols.Chosen, ScenePoint.Of(at));
            }

            yield return new SceneMark(Symbols.Question, ScenePoint.Of(at))
            {
                Letter = line.Number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.LetterOnVelvet,
                Link = new($"/jobs/{sheet.Job.Id}/sweep?candidate={line.Number}", $"candidate {line.Number}"),
            };
        }
    }

    /// <summary>The fitted line with its band; where it goes round a corner, and dots that stand off it.</summary>
    private IEnumerable<SceneShape> Followed(FittedLine fit)
    {
        IEnumerable<SitePoint> Edge(int side) => fit.Places.Select(p => p.Place + (p.Right * (side * p.HalfWidthMetres)));
        foreach (var part in window.InView([.. Edge(-1)]).Concat(window.InView([.. Edge(1)])))
        {
            yield return new ScenePath(Looks.FittedEdge, ScenePoint.Of(part)) { IsSolid = false };
        }

        foreach (var part in window.InView(fit.Run.Points))
        {
            yield return new ScenePath(Looks.Fitted, ScenePoint.Of(part)) { IsSolid = false };
        }

        foreach (var corner in fit.Corners)
        {
            yield return new SceneMark(Symbols.Corner, ScenePoint.Of(corner.Place)) { Title = "corner from two legs" };
        }

        foreach (var dot in fit.Outliers)
        {
            yield return new ScenePath(Looks.Moved, ScenePoint.Of([dot.Dot.Place, fit.Run.Project(dot.Dot.Place).Foot]));
            yield return new SceneMark(Symbols.StandsOff, ScenePoint.Of(dot.Dot.Place)) { Title = $"dot {dot.Dot.Number} stands off the line" };
        }
    }
}
