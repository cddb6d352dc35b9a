using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Candidates;

/// <summary>Passes and responses laid out for the search: responses ordered by pass and by place along it.</summary>
internal sealed class WalkedSite
{
    public WalkedSite(CandidateTask task)
    {
        Sigma = task.PositionSigmaMetres;
        Passes = [.. task.Passes.Select(p => new WalkedPass(p.From, (p.To - p.From).Unit(), p.LengthMetres, (int)p.Mode))];
        TotalLength = Passes.Sum(p => p.Length);
        var hull = Hull([.. task.Passes.SelectMany(p => new[] { p.From, p.To })]);
        Perimeter = Math.Max(1, hull.Select((p, i) => p.DistanceTo(hull[(i + 1) % hull.Count])).Sum());
        Modes = Passes.Select(p => p.Mode).DefaultIfEmpty(0).Max() + 1;
        Responses = [.. task.Responses
            .Select((r, i) => (r, i))
            .OrderBy(r => r.r.Pass).ThenBy(r => r.r.AlongMetres)
            .Select(r => new MetResponse(
                r.i, r.r.Pass, r.r.AlongMetres, task.Passes[r.r.Pass].At(r.r.AlongMetres), (int)task.Passes[r.r.Pass].Mode,
                r.r.Depth is { } d ? Math.Log(Math.Max(LeastDepth, d.Metres)) : double.NaN, r.r.Milliamps is { } m ? Math.Log(m) : double.NaN, r.r.Direction is { } way ? way.Degrees * Math.PI / 180 : double.NaN))];
        FirstOfPass = new int[Passes.Length + 1];
        foreach (var response in Responses)
        {
            FirstOfPass[response.Pass + 1]++;
        }

        for (var i = 0; i < Passes.Length; i++)
        {
            FirstOfPass[i + 1] += FirstOfPass[i];
        }
    }

    private const double LeastDepth = 0.02;

    public WalkedPass[] Passes { get; }

    public MetResponse[] Responses { get; }

    /// <summary>Responses of pass i are those from [i] up to and without [i + 1].</summary>
    public int[] FirstOfPass { get; }

    public double Sigma { get; }

    public double TotalLength { get; }

    /// <summary>Round all that was walked, metres.</summary>
    public double Perimeter { get; }

    /// <summary>One more than the highest mode.</summary>
    public int Modes { get; }

    /// <summary>Convex hull (Andrew's monotone chain).</summary>
    private static List<SitePoint> Hull(List<SitePoint> points)
    {
        var sorted = points.Distinct().OrderBy(p => p.East).ThenBy(p => p.North).ToList();
        if (sorted.Count < 3)
        {
            return sorted;
        }

        List<SitePoint> Half(IEnumerable<SitePoint> along)
        {
            var half = new List<SitePoint>();
            foreach (var p in along)
            {
                while (half.Count >= 2 && (half[^1] - half[^2]).Right.Dot(p - half[^1]) >= 0)
                {
                    half.RemoveAt(half.Count - 1);
                }

                half.Add(p);
            }

            half.RemoveAt(half.Count - 1);
            return half;
        }

        return [.. Half(sorted), .. Half(sorted.AsEnumerable().Reverse())];
    }
}
