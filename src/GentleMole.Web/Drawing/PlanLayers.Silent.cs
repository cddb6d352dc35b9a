using System.Globalization;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>What was pushed and what leaks, on the plan.</summary>
internal sealed partial class PlanLayers
{
    private static IEnumerable<SceneShape> Silent(SilentOverlay silent)
    {
        foreach (var pipe in silent.Pipes)
        {
            yield return new ScenePath(Looks.CandidateCase, ScenePoint.Of(pipe));
            yield return new ScenePath(Looks.Candidate, ScenePoint.Of(pipe));
        }

        foreach (var frame in silent.Frames)
        {
            yield return new SceneMark(Symbols.LooseDot, ScenePoint.Of(frame)) { IsSolid = false };
        }

        foreach (var stop in silent.Stops)
        {
            if (stop.IsChosen)
            {
                yield return new SceneMark(Symbols.Chosen, ScenePoint.Of(stop.Place));
            }

            yield return new SceneMark(stop.IsOut ? Symbols.Was : Symbols.LetterDisc, ScenePoint.Of(stop.Place))
            {
                Letter = stop.IsOut ? "" : stop.Number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.Letter, Link = new(stop.Link, $"stop {stop.Number}, {ReasonWords.Verdict(stop.Verdict)}"),
            };
        }

        foreach (var (place, mark, says) in silent.Finds)
        {
            yield return new SceneMark(Symbols.Tag, ScenePoint.Of(place)) { Letter = mark, LetterLook = Looks.Letter, Title = says };
        }

        foreach (var (place, isMajor, says) in silent.Faults)
        {
            yield return new SceneMark(isMajor ? Symbols.StandsOff : Symbols.Was, ScenePoint.Of(place)) { Title = says };
        }

        if (silent.Next is { } next)
        {
            yield return new SceneMark(Symbols.Question, ScenePoint.Of(next)) { Letter = "N", LetterLook = Looks.LetterOnVelvet, Title = "the frame goes here next" };
        }
    }
}
