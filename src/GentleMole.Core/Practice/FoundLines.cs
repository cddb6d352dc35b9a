using GentleMole.Core.Candidates;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>What was found on made-up sites, held against what lies there.</summary>
/// <param name="Demanded">Lines that were met so often that they must be found.</param>
/// <param name="Found">How many of those were.</param>
/// <param name="Told">Every candidate: the chance it was given, and whether it is true.</param>
/// <param name="Errors">Distance to the truth along all true claims, metres, place by place.</param>
/// <param name="Held">Whether the told strip holds the truth, place by place.</param>
/// <param name="Log">Log odds are not told; what was missed or wrong, in words.</param>
public sealed record FoundLines(int Demanded, int Found, IReadOnlyList<(double Chance, bool IsTrue)> Told, IReadOnlyList<double> Errors, IReadOnlyList<bool> Held, IReadOnlyList<string> Log)
{
    /// <summary>A line that was met so often, in at least this many crossings, must be found.</summary>
    private const int DemandedFrom = 5;

    private const double CoveredShare = 0.7;

    /// <summary>Claims that are true, as a part of all.</summary>
    public double Precision => Claims.Count == 0 ? 1 : (double)Claims.Count(c => c.IsTrue) / Claims.Count;

    /// <summary>Found as a part of what must be found.</summary>
    public double Recall => Demanded == 0 ? 1 : (double)Found / Demanded;

    /// <summary>Mean square of chance less truth, over all candidates.</summary>
    public double Brier => Told.Count == 0 ? 0 : Told.Average(t => Math.Pow(t.Chance - (t.IsTrue ? 1 : 0), 2));

    /// <summary>Nine tenths of all places lie nearer to the truth than this, metres.</summary>
    public double Error90 => Errors.Count == 0 ? 0 : Errors.Order().ElementAt((int)(0.9 * (Errors.Count - 1)));

    /// <summary>Part of all places that the told strip holds.</summary>
    public double HeldShare => Held.Count == 0 ? 1 : (double)Held.Count(h => h) / Held.Count;

    private List<(double Chance, bool IsTrue)> Claims => [.. Told.Where(t => t.Chance >= CandidateLine.ClaimFrom)];

    /// <summary>One site.</summary>
    public static FoundLines Judge(MadeUpSite site, CandidateLines found)
    {
        var (within, mean) = (Math.Max(0.35, 3 * site.Task.PositionSigmaMetres), Math.Max(0.2, 1.5 * site.Task.PositionSigmaMetres));
        var (told, errors, held, log) = (new List<(double, bool)>(), new List<double>(), new List<bool>(), new List<string>());
        var covered = site.Lines.Select(_ => new List<SitePoint>()).ToList();
        foreach (var candidate in found.Candidates)
        {
            var places = Along(candidate.Points);
            var line = -1;
            for (var l = 0; l < site.Lines.Count; l++)
            {
                double[] off = [.. places.Select(site.Lines[l].DistanceTo)];
                if (off.Max() <= within && off.Average() <= mean && (line < 0 || off.Average() < places.Average(site.Lines[line].DistanceTo)))
                {
                    line = l;
                }
            }

            told.Add((candidate.Probability, line >= 0));
            if (!candidate.IsClaim)
            {
                continue;
            }

            if (line < 0)
            {
                log.Add($"no line under {candidate.Responses.Count} of {candidate.Crossings} from {candidate.Points[0]} to {candidate.Points[^1]}, {candidate.Points.Count} points, told {candidate.Probability:0.00}; own {string.Join(",", candidate.Responses.Select(r => site.Lines.ToList().FindIndex(x => x.Responses.Contains(r))))}");
                continue;
            }

            covered[line].AddRange(places);
            foreach (var place in places)
            {
                errors.Add(site.Lines[line].DistanceTo(place));
                held.Add(errors[^1] <= candidate.Lateral95Metres);
            }
        }

        var (demanded, hit) = (0, 0);
        for (var l = 0; l < site.Lines.Count; l++)
        {
            if (site.Lines[l].Responses.Count < DemandedFrom || site.Lines[l].Responses.Count < 0.5 * site.Lines[l].Crossed)
            {
                continue;
            }

            demanded++;
            var own = site.Lines[l].Responses.Select(r => site.Task.Passes[site.Task.Responses[r].Pass].At(site.Task.Responses[r].AlongMetres)).ToList();
            var along = Along(Span(site.Lines[l], own));
            var share = along.Count(a => covered[l].Exists(c => c.DistanceTo(a) < 0.6)) / (double)along.Count;
            hit += share >= CoveredShare ? 1 : 0;
            if (share < CoveredShare)
            {
                log.Add($"missed: {own.Count} of {site.Lines[l].Crossed}, {site.Lines[l].Points.Count} points, covered {share:0.00}, length {along.Count * 0.2:0.0} m");
            }
        }

        return new FoundLines(demanded, hit, told, errors, held, log);
    }

    /// <summary>All together.</summary>
    public static FoundLines Sum(IReadOnlyList<FoundLines> all) => new(
        all.Sum(f => f.Demanded), all.Sum(f => f.Found), [.. all.SelectMany(f => f.Told)], [.. all.SelectMany(f => f.Errors)], [.. all.SelectMany(f => f.Held)], [.. all.SelectMany((f, i) => f.Log.Select(l => $"{i}: {l}"))]);

    /// <summary>How often what was told with a chance came true.</summary>
    public IEnumerable<(double From, double To, int Count, double Told, double True)> Reliability()
    {
        foreach (var (from, to) in ((double, double)[])[(0, 0.5), (0.5, 0.8), (0.8, 0.9), (0.9, 0.95), (0.95, 1.01)])
        {
            var band = Told.Where(t => t.Chance >= from && t.Chance < to).ToList();
            if (band.Count > 0)
            {
                yield return (from, to, band.Count, band.Average(b => b.Chance), band.Average(b => b.IsTrue ? 1.0 : 0));
            }
        }
    }

    /// <summary>What it comes to.</summary>
    public override string ToString() => FormattableString.Invariant(
        $"found {Found} of {Demanded} ({Recall:0.000}), claims true {Precision:0.000} of {Claims.Count}, Brier {Brier:0.0000}, nine tenths within {Error90:0.000} m, strip holds {HeldShare:0.000}");

    /// <summary>Places along a way, every 0.2 m.</summary>
    public static IReadOnlyList<SitePoint> Along(IReadOnlyList<SitePoint> points)
    {
        const double step = 0.2;
        var places = new List<SitePoint>();
        for (var i = 1; i < points.Count; i++)
        {
            var count = Math.Max(1, (int)Math.Ceiling(points[i].DistanceTo(points[i - 1]) / step));
            places.AddRange(Enumerable.Range(0, count).Select(k => points[i - 1] + ((points[i] - points[i - 1]) * ((double)k / count))));
        }

        return [.. places, points[^1]];
    }

    /// <summary>The part of a line from its first response to its last.</summary>
    public static IReadOnlyList<SitePoint> Span(MadeUpLine line, IReadOnlyList<SitePoint> own)
    {
        var run = Along(line.Points);
        var at = own.Select(o => Enumerable.Range(0, run.Count).MinBy(i => run[i].DistanceTo(o))).ToList();
        return [.. run.Skip(at.Min()).Take(Math.Max(2, at.Max() - at.Min() + 1))];
    }
}
