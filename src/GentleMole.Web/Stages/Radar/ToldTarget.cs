using System.Globalization;
using GentleMole.Core.Radar;
using GentleMole.Store.Model;

namespace GentleMole.Web.Stages;

/// <summary>One response of a profile: found by the search, decided by a person, or both.</summary>
/// <param name="Number">As it stands on the picture and in the list.</param>
/// <param name="AlongMetres">True metres from the first trace.</param>
/// <param name="TimeNanoseconds">Of its top, from the first sample.</param>
/// <param name="IsUnderFloor">It comes later than where noise begins.</param>
internal sealed record ToldTarget(
    int Number, double AlongMetres, double TimeNanoseconds, double CoverMetres, double CoverHalfMetres, double Velocity, double RadiusMetres, double CrossingDegrees, bool? IsNormal, double? Confidence, bool IsUnderFloor,
    RadarTarget? Found, RadarPick? Pick)
{
    /// <summary>Likelier a stone than a pipe; nobody need decide it.</summary>
    public bool IsDoubtful { get; init; }

    /// <summary>Number for the picture's shape: 0 to be decided, 1 taken, 2 refused, 3 doubtful.</summary>
    public int State => Pick is null ? IsDoubtful ? 3 : 0 : Pick.State == RadarPickState.Refused ? 2 : 1;

    /// <summary>By what a form means this response and no other: numbers move when somebody adds one before it.</summary>
    public string Aim => Found is { } found ? string.Create(CultureInfo.InvariantCulture, $"{found.Along.Value:0.000} {found.TimeNanoseconds:0.000}") : string.Create(CultureInfo.InvariantCulture, $"pick {Pick!.Id}");

    /// <summary>What was found, with what was decided of it, and what was laid by hand.</summary>
    public static IReadOnlyList<ToldTarget> Join(WalkedProfile walked, RadarFinding? finding, ProfileFacts facts)
    {
        var picks = walked.Picks.OrderBy(p => p.Id).ToList();
        var all = new List<ToldTarget>();
        foreach (var (found, isClaim) in (finding?.Targets ?? []).Select(t => (t, true)).Concat((finding?.Doubtful ?? []).Select(t => (t, false))))
        {
            // What was laid by hand where the search finds something too is the same response.
            var pick = picks.FindLast(p => found.IsAt(p.FoundAlongMetres * walked.WheelFactor, p.FoundNanoseconds)) ?? picks.FindLast(p => p.FoundAlongMetres is null && found.IsAt(p.AlongMetres * walked.WheelFactor, p.TimeNanoseconds));
            picks.Remove(pick!);
            all.Add(pick is null or { State: RadarPickState.Refused }
                ? new ToldTarget(0, found.Along.Value, found.TimeNanoseconds, found.Cover.Value, found.Cover.HalfWidth, found.Velocity.Value, found.RadiusMetres, Math.Round(found.CrossingDegrees), found.IsNormal, found.Confidence, false, found, pick) { IsDoubtful = !isClaim }
                : Of(pick, walked, found));
        }

        all.AddRange(picks.Select(p => Of(p, walked, null)));
        return [.. all.OrderBy(t => t.AlongMetres).Select((t, i) => t with { Number = i + 1, IsUnderFloor = t.TimeNanoseconds > facts.Floor.FromNanoseconds })];
    }

    private static ToldTarget Of(RadarPick pick, WalkedProfile walked, RadarTarget? found) => new(
        0, pick.AlongMetres * walked.WheelFactor, pick.TimeNanoseconds, pick.CoverMetres, pick.CoverHalfMetres, pick.VelocityMetresPerNanosecond, pick.RadiusMetres, pick.CrossingDegrees, pick.IsNormal, pick.Confidence, false, found, pick);
}
