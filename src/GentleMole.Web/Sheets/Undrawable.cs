using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheets;

/// <summary>
/// Parts of a job that no drawing can be made of, however they came into the store. The sheet goes without them and names
/// them, so that one bad part does not take the rest with it, and can be found and removed.
/// </summary>
internal static class Undrawable
{
    /// <summary>Takes the places of such parts off a job that was read, and dots that lie nowhere; gives what they are, in words.</summary>
    public static IReadOnlyList<string> TakeOff(Job job, List<Reading> dots)
    {
        var found = new List<string>();
        List<SitePoint> Run(List<SitePoint> points, string what) => Kept(points, SiteRules.IsRun(points), what);
        List<SitePoint> Kept(List<SitePoint> points, bool holds, string what)
        {
            if (points.Count == 0 || holds)
            {
                return points;
            }

            found.Add(what);
            return [];
        }

        job.DigCorners = Kept(job.DigCorners, SiteRules.IsArea(job.DigCorners), "the area of the dig");
        job.DigRoute = Run(job.DigRoute, "the route of the dig");
        job.DigLaterals = [.. job.DigLaterals.Select(l => Run(l, "a lateral of the dig")).Where(l => l.Count > 0)];
        job.Tape = Run(job.Tape, "the tape");
        foreach (var line in job.Lines)
        {
            line.ExpectedRun = Run(line.ExpectedRun, $"the expected run of {line.Owner}");
        }

        foreach (var record in job.Records)
        {
            record.Points = Run(record.Points, $"record line {record.Id} of {record.Owner}");
        }

        foreach (var model in job.LineModels)
        {
            model.Points = Run(model.Points, $"the suspected line {model.Name}");
        }

        foreach (var feature in job.Features)
        {
            var holds = feature.Shape switch
            {
                FeatureShape.Spot => feature.Points.All(SiteRules.IsPlace),
                FeatureShape.Line => SiteRules.IsRun(feature.Points),
                _ => SiteRules.IsRun(feature.Points) && SiteRules.Joined(feature.Points).Count >= 3,
            };
            feature.Points = Kept(feature.Points, holds, $"{(feature.Name.Length > 0 ? feature.Name : WalkWords.Kind(feature.Kind))} (feature {feature.Id})");
        }

        foreach (var hookup in job.Hookups.Where(h => !SiteRules.IsPlace(h.Connection) || h.Stake is { } s && !SiteRules.IsPlace(s)))
        {
            found.Add($"hookup {hookup.Id}");
            (hookup.ConnectionEast, hookup.ConnectionNorth, hookup.StakeEast, hookup.StakeNorth) = (0, 0, null, null);
        }

        found.AddRange(dots.Where(d => !SiteRules.IsPlace(d.Place)).Select(d => $"dot {d.Number}"));
        dots.RemoveAll(d => !SiteRules.IsPlace(d.Place));
        return found;
    }
}
