using System.Globalization;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Drawing;

/// <summary>Radar profiles on the plan.</summary>
internal sealed partial class PlanLayers
{
    private static IEnumerable<SceneShape> Radar(RadarOverlay radar)
    {
        foreach (var (from, to, number, isAtHand, isRead, link) in radar.Lines)
        {
            yield return new ScenePath(isAtHand ? Looks.PassNext : isRead ? Looks.PassWalked : Looks.PassOpen, ScenePoint.Of([from, to])) { IsSolid = false, Title = $"radar profile {number}" };
            yield return new SceneMark(Symbols.Tick, ScenePoint.Of((from + to) * 0.5)) { Turn = (to - from).Azimuth.Degrees, IsSolid = false };
            yield return new SceneMark(Symbols.LetterDisc, ScenePoint.Of(from)) { Letter = number.ToString(CultureInfo.InvariantCulture), LetterLook = Looks.Letter, Link = new(link, $"radar profile {number}{(isRead ? ", read" : "")}") };
        }

        foreach (var (place, says) in radar.Marks)
        {
            yield return new SceneMark(Symbols.Spot, ScenePoint.Of(place)) { Title = says };
        }

        foreach (var (place, says) in radar.Picks)
        {
            yield return new SceneMark(Symbols.Response, ScenePoint.Of(place)) { Title = says };
        }
    }
}
