using System.Runtime.InteropServices;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>Follows a run from line to line: from two responses on, to the next line that the way crosses, and the best that lies there.</summary>
/// <param name="owner">Which run a response belongs to; −1 for none.</param>
internal sealed class RunGrowth(WalkedGrid grid, RunEvidence evidence, int[] owner)
{
    public const int Nobody = -1;

    /// <summary>A run is not thought to go on behind so many lines in a row that did not meet it.</summary>
    private const int MostMissed = 3;

    private const double Gate = 14;
    private const double OtherPolarity = 4;
    private const int Last = 8;
    private const double FarthestSpacings = 6;

    private readonly List<(double Ahead, int Line, double Along, double Sine)> _crossings = [];

    /// <summary>From two responses or more both ways, as far as it goes.</summary>
    public int[] Follow(IReadOnlyList<int> from)
    {
        var hits = new List<int>(from);
        Extend(hits);
        hits.Reverse();
        Extend(hits);
        return [.. hits];
    }

    /// <summary>Lines crossed between responses that are joined already.</summary>
    public int Between(IReadOnlyList<int> hits)
    {
        var missed = 0;
        for (var k = 1; k < hits.Count; k++)
        {
            var (a, b) = (grid.Met[hits[k - 1]], grid.Met[hits[k]]);
            var way = b.Place - a.Place;
            var far = way.Length;
            if (far < 1e-6)
            {
                continue;
            }

            var unit = way * (1 / far);
            for (var l = 0; l < grid.Lines.Length; l++)
            {
                if (l != a.Line && l != b.Line && grid.Lines[l].Crossed(a.Place, unit, far - 1e-6) is { } crossing && !IsShadowed(l, crossing.Along))
                {
                    missed++;
                }
            }
        }

        return missed;
    }

    /// <summary>A response right there that belongs to another may hide this one: it speaks neither for nor against.</summary>
    private bool IsShadowed(int line, double along)
    {
        for (var m = grid.FirstOfLine[line]; m < grid.FirstOfLine[line + 1]; m++)
        {
            if (owner[m] != Nobody && Math.Abs(grid.Met[m].Along - along) < Hidden)
            {
                return true;
            }
        }

        return false;
    }

    private const double Hidden = 0.25;

    private void Extend(List<int> hits)
    {
        while (Next(hits) is { } next)
        {
            hits.Add(next);
        }
    }

    private int? Next(List<int> hits)
    {
        var first = Math.Max(0, hits.Count - Last);
        var path = evidence.Draw(CollectionsMarshal.AsSpan(hits)[first..]);
        var end = path.Hits.Length - 1;
        var (from, way) = (path.At(end), path.Way(end));
        _crossings.Clear();
        for (var l = 0; l < grid.Lines.Length; l++)
        {
            if (l != grid.Met[hits[^1]].Line && grid.Lines[l].Crossed(from, way, FarthestSpacings * grid.Spacing) is { } c)
            {
                _crossings.Add((c.Ahead, l, c.Along, c.Sine));
            }
        }

        _crossings.Sort((a, b) => a.Ahead.CompareTo(b.Ahead));
        var skipped = 0;
        foreach (var crossing in _crossings)
        {
            if (Best(path, crossing, hits) is { } hit)
            {
                return hit;
            }

            skipped += IsShadowed(crossing.Line, crossing.Along) ? 0 : 1;
            if (skipped > MostMissed)
            {
                return null;
            }
        }

        return null;
    }

    private int? Best(RunPath path, (double Ahead, int Line, double Along, double Sine) crossing, List<int> hits)
    {
        var end = path.Hits.Length - 1;
        var at = path.Along[end] + (crossing.Ahead * path.Way(end).Dot(path.Ahead));
        var (_, lateral) = path.Aside.Beyond(at, RunEvidence.Wander);
        var (cover, coverVariance) = path.Cover.Beyond(at, RunEvidence.CoverWander);
        var sigma = Math.Sqrt((lateral / (crossing.Sine * crossing.Sine)) + (evidence.Sigma * evidence.Sigma));
        var normal = 0;
        foreach (var hit in path.Hits)
        {
            normal += grid.Met[hit].IsNormal ? 1 : -1;
        }

        var (best, least) = (-1, Gate);
        for (var m = grid.FirstOfLine[crossing.Line]; m < grid.FirstOfLine[crossing.Line + 1]; m++)
        {
            ref readonly var met = ref grid.Met[m];
            if (owner[m] != Nobody || Math.Abs(met.Along - crossing.Along) > 4 * sigma)
            {
                continue;
            }

            var off = (met.Along - crossing.Along) / sigma;
            var deeper = evidence.Corrected(met, crossing.Sine) - cover;
            var spread = coverVariance + Math.Pow(evidence.CoverFactor * met.CoverSigma, 2);
            var score = (off * off) + (deeper * deeper / spread) + (normal != 0 && met.IsNormal != normal > 0 ? OtherPolarity : 0) - (2 * met.Odds) + evidence.Stranger(path.Hits, met);
            if (score < least && !hits.Contains(m))
            {
                (best, least) = (m, score);
            }
        }

        return best < 0 ? null : best;
    }
}
