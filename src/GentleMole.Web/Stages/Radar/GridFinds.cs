using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>What all profiles of a job show together: their responses as lines of a grid, and the runs that they join up to.</summary>
/// <param name="Profiles">Line by line, the profile it was walked as.</param>
/// <param name="Responses">Line by line, what its targets are.</param>
internal sealed record GridFinds(IReadOnlyList<WalkedProfile> Profiles, IReadOnlyList<GridLine> Lines, IReadOnlyList<IReadOnlyList<ToldTarget>> Responses, GridRuns Runs)
{
    /// <summary>Joins them. Refused responses are left out; those that are likelier stones are asked too, for neighbours may make a pipe of them.</summary>
    /// <param name="site">Velocity of the site by a known target; null without one.</param>
    public static GridFinds Of(IReadOnlyList<(WalkedProfile Profile, IReadOnlyList<ToldTarget> Targets)> read, Estimate? site, CancellationToken cancel)
    {
        var lines = new List<GridLine>();
        var responses = new List<IReadOnlyList<ToldTarget>>();
        foreach (var (profile, targets) in read)
        {
            var length = profile.Profile!.LengthMetres;
            var (from, to) = (profile.PlaceAt(0)!.Value, profile.PlaceAt(length)!.Value);
            var here = targets.Where(t => t.State != 2 && t.AlongMetres >= 0 && t.AlongMetres <= length * profile.WheelFactor).ToList();
            lines.Add(new GridLine(profile.Number.ToString(CultureInfo.InvariantCulture), from, to, [.. here.Select(Target)]));
            responses.Add(here);
        }

        var runs = GridRules.Check(lines).Count == 0 ? RunSearch.Of(lines, cancel) : new GridRuns([], [], null);
        return new GridFinds([.. read.Select(r => r.Profile)], lines, responses, site is { } known ? runs.At(known) : runs);
    }

    /// <summary>Profiles that can be joined: they lie somewhere, have a way, and are not walked any more.</summary>
    public static IReadOnlyList<WalkedProfile> Laid(JobSheet sheet) =>
        [.. sheet.Job.Profiles.Where(p => p is { Profile.IsOpen: false } && p.Way(p.Profile!.LengthMetres) is not null && p.Profile.LengthMetres * p.WheelFactor >= LeastMetres).OrderBy(p => p.Number)];

    /// <summary>The response that a point of a run stands for.</summary>
    public ToldTarget At(RunPoint point) => Responses[point.Line][point.Target];

    /// <summary>Where a response that belongs to no run lies.</summary>
    public SitePoint PlaceOf((int Line, int Target) isolated) => Lines[isolated.Line].At(Lines[isolated.Line].Targets[isolated.Target].AlongMetres);

    private const double LeastMetres = 0.5;
    private const double ByHand = 0.95;

    private static GridTarget Target(ToldTarget target) => new(
        target.AlongMetres, Estimate.Symmetric(target.CoverMetres, target.CoverHalfMetres), target.Velocity, target.IsNormal ?? false, target.Confidence ?? ByHand) { Strength = target.Found?.Strength };
}
