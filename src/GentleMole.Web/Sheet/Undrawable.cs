using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheet;

/// <summary>
/// Parts of a job that no drawing can be made of, however they came into the store. The sheet goes without them and names
/// them, so that one bad part does not take the rest with it, and can be found and removed.
/// </summary>
internal static class Undrawable
{
    /// <summary>Takes the places of such parts off a job that was read; gives what they are, in words.</summary>
    public static IReadOnlyList<UndrawablePart> TakeOff(Job job)
    {
        var found = new List<UndrawablePart>();
        List<SitePoint> Run(List<SitePoint> points, string what, string stage) => Kept(points, SiteRules.IsRun(points), what, stage);
        List<SitePoint> Kept(List<SitePoint> points, bool holds, string what, string stage)
        {
            if (points.Count == 0 || holds)
            {
                return points;
            }

            found.Add(new UndrawablePart(what, stage));
            return [];
        }

        job.DigCorners = Kept(job.DigCorners, SiteRules.IsArea(job.DigCorners), "the area of the dig", "notice");
        job.DigRoute = Run(job.DigRoute, "the route of the dig", "notice");
        job.DigLaterals = [.. job.DigLaterals.Select(l => Run(l, "a lateral of the dig", "notice")).Where(l => l.Count > 0)];
        job.Tape = Run(job.Tape, "the tape", "trace");
        foreach (var line in job.Lines)
        {
            line.ExpectedRun = Run(line.ExpectedRun, $"the expected run of {line.Owner}", $"notice?line={line.Id}");
        }

        foreach (var record in job.Records)
        {
            record.Points = Run(record.Points, $"record line {record.Id} of {record.Owner}", $"records?record={record.Id}");
        }

        foreach (var sweep in job.Sweeps)
        {
            if (sweep.Passes.RemoveAll(p => !SiteRules.IsPlace(p.Pass.From) || !SiteRules.IsPlace(p.Pass.To)) > 0)
            {
                found.Add(new UndrawablePart($"passes of sweep {sweep.Id}", $"sweep?sweep={sweep.Id}"));
            }
        }

        foreach (var line in job.Found)
        {
            line.Points = Run(line.Points, $"line {line.Id} found by {SweepWords.Source(line.Source)}", line.Source == FoundBy.Radar ? "radar/runs" : "sweep");
        }

        foreach (var grid in job.Grids)
        {
            if (!grid.Area.All(SiteRules.IsPlace) || grid.Lines.RemoveAll(l => !SiteRules.IsPlace(l.From) || !SiteRules.IsPlace(l.To) || l.LengthMetres < 0.01) > 0)
            {
                grid.Area.RemoveAll(p => !SiteRules.IsPlace(p));
                found.Add(new UndrawablePart($"radar grid {grid.Number}", $"radar/grid?grid={grid.Id}"));
            }
        }

        foreach (var body in job.Bodies)
        {
            if (body.Outline.RemoveAll(p => !SiteRules.IsPlace(p)) > 0)
            {
                found.Add(new UndrawablePart($"body {body.Number}", "radar/bodies"));
            }
        }

        foreach (var hole in job.Uncovered.Where(u => !SiteRules.IsPlace(u.Place)).ToList())
        {
            job.Uncovered.Remove(hole);
            found.Add(new UndrawablePart("something that was dug up", "exposures"));
        }

        foreach (var model in job.LineModels)
        {
            model.Points = Run(model.Points, $"the suspected line {model.Name}", "hookup/ground");
        }

        foreach (var feature in job.Features)
        {
            var holds = feature.Shape switch
            {
                FeatureShape.Spot => feature.Points.All(SiteRules.IsPlace),
                FeatureShape.Line => SiteRules.IsRun(feature.Points),
                FeatureShape.Outline => SiteRules.IsRun(feature.Points) && SiteRules.Joined(feature.Points).Count >= 3,
            };
            feature.Points = Kept(feature.Points, holds, $"{(feature.Name.Length > 0 ? feature.Name : WalkWords.Kind(feature.Kind))} (feature {feature.Id})", $"walk?feature={feature.Id}");
        }

        foreach (var hookup in job.Hookups.Where(h => !SiteRules.IsPlace(h.Connection) || h.Stake is { } s && !SiteRules.IsPlace(s)))
        {
            found.Add(new UndrawablePart($"hookup {hookup.Id}", $"hookup?line={hookup.LineId}"));
            (hookup.ConnectionEast, hookup.ConnectionNorth, hookup.StakeEast, hookup.StakeNorth) = (0, 0, null, null);
        }

        foreach (var profile in job.Profiles.Where(p => p.PlaceAt(p.Profile?.LengthMetres ?? 0) is { } end && !(SiteRules.IsPlace(end) && SiteRules.IsPlace(p.PlaceAt(0)!.Value))))
        {
            found.Add(new UndrawablePart($"radar profile {profile.Number}", $"radar?profile={profile.Id}"));
            (profile.StartEastMetres, profile.StartNorthMetres) = (null, null);
        }

        return found;
    }
}
