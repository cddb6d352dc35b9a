using GentleMole.Core.Grids;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What shows along the run at hand: wet ground over it, and where it ends.</summary>
internal sealed partial class RunsPage
{
    /// <summary>Stretches of the run at hand over which the ground may be wet.</summary>
    private IReadOnlyList<WetStretch> Wet { get; set; } = [];

    /// <summary>Whether the run at hand leaks, as far as a radar can say.</summary>
    public string SaysWet => Wet.Count == 0
        ? "Nothing comes late, weak or ringing along it: no wet ground shows."
        : string.Join(" ", Wet.Select(w => $"Possible leak {(w.ToMetres - w.FromMetres < 0.1 ? $"at {Person.Run(w.FromMetres)}" : $"from {Person.Run(w.FromMetres)} to {Person.Run(w.ToMetres)}")} along it, on {w.Lines} line{(w.Lines == 1 ? "" : "s")}: {string.Join(", ", Signs(w))}. Rain and drains wet the ground too: have it listened to or looked into."));

    private static IEnumerable<string> Signs(WetStretch wet)
    {
        if (wet.LateNanoseconds > 0)
        {
            yield return $"its echo up to {wet.LateNanoseconds.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture)} ns late (wet ground is slow)";
        }

        if (wet.Decibels > 0)
        {
            yield return $"up to {wet.Decibels:0} dB weaker (it swallows)";
        }

        if (wet.RingDecibels > 0)
        {
            yield return $"ringing up to {wet.RingDecibels:0} dB more after it";
        }
    }

    /// <summary>By whom the run at hand was walked along, and what that shows; null while nobody has.</summary>
    private (RunWalk Walk, WalkedProfile Profile)? Ends { get; set; }

    /// <summary>Where the run at hand begins and ends, as far as somebody walked along it.</summary>
    public string? SaysEnds => Ends is var (walk, profile) && RunAtHand is { } at ? RunEndWords.Says(
        walk, new Run([.. at.Run.Points.Select(p => p.Place)]).Length, profile.Number, Finds!.Profiles[at.Run.Points[0].Line].Number, Finds.Profiles[at.Run.Points[^1].Line].Number, Person) : null;

    /// <summary>The longest walk along a run, and what it shows of its ends.</summary>
    private async Task<(RunWalk Walk, WalkedProfile Profile)?> AlongAsync(FoundRun found)
    {
        var finds = Finds!;
        var walks = finds.Lines.Select((l, i) => (Line: l, Index: i)).Where(l => RunEnds.IsAlong(found.Run, l.Line.From, l.Line.To)).OrderByDescending(l => l.Line.From.DistanceTo(l.Line.To));
        return walks.Select(l => (int?)l.Index).FirstOrDefault() is { } index && await desk.EndsAsync(LaidOut(finds), index, found.Run, VelocityOfAll(desk).Value) is { } walk ? (walk, finds.Profiles[index]) : null;
    }

    private static List<(RadarRecord Record, double WheelFactor, SitePoint Start, SitePoint Way)> LaidOut(GridFinds finds) =>
        [.. finds.Profiles.Select(p => (p.Profile!, p.WheelFactor, p.PlaceAt(0)!.Value, Azimuth.Of(p.BearingDegrees!.Value).Direction))];

    /// <summary>Those stretches as they lie.</summary>
    private IReadOnlyList<IReadOnlyList<SitePoint>> WetWays
    {
        get
        {
            if (RunAtHand is not { } run || Wet.Count == 0)
            {
                return [];
            }

            var way = new Run([.. run.Run.Points.Select(p => p.Place)]);
            return [.. Wet.Select(w => (IReadOnlyList<SitePoint>)[.. Enumerable.Range(0, 9).Select(i => way.At(Math.Clamp(w.FromMetres - WetBeside + (i * (w.ToMetres - w.FromMetres + (2 * WetBeside)) / 8), 0, way.Length)))])];
        }
    }

    private const double WetBeside = 0.2;

    /// <summary>A line along a run, beyond both its ends, and farther where a walk has shown that it goes on: as the page that collects takes it.</summary>
    public string AlongOf(FoundRun found)
    {
        var way = new Run([.. found.Run.Points.Select(p => p.Place)]);
        var (before, after) = (BeyondMetres, BeyondMetres);
        if (Ends is ({ FromMetres: not null } walk, _) && found.Number == RunNumber)
        {
            before = walk.IsBegun ? BeyondMetres - walk.FromMetres!.Value : FartherMetres - walk.WalkedFromMetres;
            after = walk.IsEnded ? BeyondMetres + walk.ToMetres!.Value - way.Length : FartherMetres + walk.WalkedToMetres - way.Length;
        }

        return CollectPage.AlongOf(way.Points[0] - (way.DirectionAt(0) * before), way.Points[^1] + (way.DirectionAt(way.Length) * after));
    }

    private const double BeyondMetres = 1;
    private const double FartherMetres = 4;
}
