using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>Radar profiles on the plan: lines as they were walked, and what was taken from them.</summary>
/// <param name="Lines">Each with its number, whether it is the one at hand, and whether it is read.</param>
/// <param name="Picks">Where something was taken.</param>
/// <param name="Marks">What was passed on the way, of the one at hand.</param>
internal sealed record RadarOverlay(
    IReadOnlyList<(SitePoint From, SitePoint To, int Number, bool IsAtHand, bool IsRead, string Link)> Lines, IReadOnlyList<(SitePoint Place, string Says)> Picks, IReadOnlyList<(SitePoint Place, string Says)> Marks)
{
    /// <summary>Lines alone, thin: something else is what the stage is about.</summary>
    public bool IsQuiet { get; init; }

    /// <summary>All profiles of a sheet that lie somewhere; null where there is none.</summary>
    public static RadarOverlay? Of(JobSheet sheet, WalkedProfile? atHand)
    {
        var laid = sheet.Job.Profiles.Where(p => p.PlaceAt(0) is not null).OrderBy(p => p.Number).ToList();
        return laid.Count == 0 ? null : new RadarOverlay(
            [.. laid.Select(p => (p.PlaceAt(0)!.Value, p.PlaceAt(p.Profile!.LengthMetres)!.Value, p.Number, p.Id == atHand?.Id, p.ReadAt is not null, $"/jobs/{sheet.Job.Id}/radar?profile={p.Id}"))],
            [.. laid.SelectMany(p => p.Picks.Where(k => k.State != RadarPickState.Refused).Select(k => (p.PlaceAt(k.AlongMetres)!.Value, $"radar pick on profile {p.Number}")))],
            atHand is not null && atHand.PlaceAt(0) is not null ? [.. atHand.Marks.Select(m => (atHand.PlaceAt(m.AlongMetres)!.Value, m.Note))] : []);
    }
}
