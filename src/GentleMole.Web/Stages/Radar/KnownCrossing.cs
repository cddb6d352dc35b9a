using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Something of known depth that a radar is run over first: what is known of it, and what the profile that crosses it shows there.</summary>
/// <param name="Profile">The one that crosses it; null while none does.</param>
/// <param name="AlongMetres">How far along that.</param>
/// <param name="Response">The response there; null where none was found.</param>
/// <param name="Nanoseconds">Of the response, after time zero.</param>
internal sealed record KnownCrossing(KnownPlace Known, SheetLine Line, WalkedProfile? Profile, double AlongMetres, ToldTarget? Response, double? Nanoseconds)
{
    /// <summary>Places of this job to begin with: those that a profile crosses already, then the best known.</summary>
    public static IReadOnlyList<KnownPlace> Places(JobSheet sheet) =>
        [.. KnownPlace.Of([.. sheet.Lines.Select(l => (l.Line.Id, l.KnownWithoutRadar, l.Line.OutsideDiameterMetres))]).Where(k => !k.IsDisproved(sheet.LineById(k.LineId)!.Together))
            .OrderByDescending(k => GridFinds.Laid(sheet).Any(p => Crosses(p, sheet.LineById(k.LineId)!, k) is not null))];

    /// <summary>By which an address names a place: its line and its dot.</summary>
    public static string NameOf(KnownPlace known) => FormattableString.Invariant($"{known.LineId}.{known.Point.Number}");

    /// <summary>By what the depth there is known, in words.</summary>
    public string By => Known.Point.Exposed ? $"the exposed {LineWords.Kind(Line.Line.Kind)} of {Line.Line.Owner}" : $"the {(Known.Point.By == Core.Trace.MarkedBy.Sonde ? "sonde" : "receiver")}’s depth at dot {Known.Point.Number} of the {LineWords.Kind(Line.Line.Kind)} ({Line.Line.Owner})";

    /// <summary>Looks for the profile that crosses a place, and for its response there.</summary>
    public static async Task<KnownCrossing> OfAsync(JobSheet sheet, KnownPlace known, RadarDesk desk)
    {
        var line = sheet.LineById(known.LineId)!;
        var (profile, along) = GridFinds.Laid(sheet).Select(p => (Profile: p, At: Crosses(p, line, known)))
            .Where(p => p.At is not null).OrderBy(p => p.At!.Value.ApartMetres).Select(p => (p.Profile, p.At!.Value.AlongMetres)).FirstOrDefault();
        if (profile is null || await desk.FactsAsync(profile.Profile!) is not { } facts || await desk.FindingAsync(profile.Profile!, profile.WheelFactor) is not { } finding)
        {
            return new KnownCrossing(known, line, profile, along, null, null);
        }

        var responses = ToldTarget.Join(profile, finding, facts).Where(t => t.State != 2).ToList();
        var response = KnownPlace.EchoOf([.. responses.Select(t => (t.AlongMetres, t.Confidence ?? 1, t.Pick is not null))], along) is { } echo ? responses[echo] : null;
        return new KnownCrossing(known, line, profile, along, response, response is null ? null : response.TimeNanoseconds - facts.Direct.TimeZeroNanoseconds);
    }

    private static (double AlongMetres, double ApartMetres)? Crosses(WalkedProfile profile, SheetLine line, KnownPlace known) =>
        profile.Way(profile.Profile!.LengthMetres) is { } way ? known.CrossedBy(line.KnownWithoutRadar, way) : null;
}
