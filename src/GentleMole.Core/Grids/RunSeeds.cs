namespace GentleMole.Core.Grids;

/// <summary>Pairs of responses on near lines that a run may begin with.</summary>
internal static class RunSeeds
{
    private const double FarthestSpacings = 3.2;
    private const double CoverSlope = 0.1;
    private const double CoverGate = 3.5;

    /// <summary>All of them, those first that lie squarest and are most alike.</summary>
    public static List<(int A, int B)> Of(WalkedGrid grid, RunEvidence evidence, CancellationToken cancel)
    {
        var seeds = new List<(int A, int B, double Score)>();
        for (var a = 0; a < grid.Met.Length; a++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var l = grid.Met[a].Line + 1; l < grid.Lines.Length; l++)
            {
                Beside(grid, evidence, a, l, seeds);
            }
        }

        seeds.Sort((x, y) => x.Score.CompareTo(y.Score));
        var tried = new int[grid.Met.Length];
        return [.. seeds.Where(s => tried[s.A] < MostEach && tried[s.B] < MostEach && ++tried[s.A] > 0 && ++tried[s.B] > 0).Select(s => (s.A, s.B))];
    }

    /// <summary>Pairs of one response that are tried: in a field of stones there are hundreds, and what goes on shows among the likeliest.</summary>
    private const int MostEach = 16;

    private static void Beside(WalkedGrid grid, RunEvidence evidence, int a, int line, List<(int A, int B, double Score)> seeds)
    {
        ref readonly var met = ref grid.Met[a];
        var walked = grid.Lines[line];
        var to = met.Place - walked.From;
        var (foot, apart) = (to.Dot(walked.Way), Math.Abs(to.Dot(walked.Way.Right)));
        var farthest = FarthestSpacings * grid.Spacing;
        if (apart > farthest)
        {
            return;
        }

        for (var b = grid.FirstOfLine[line]; b < grid.FirstOfLine[line + 1]; b++)
        {
            ref readonly var other = ref grid.Met[b];
            if (Math.Abs(other.Along - foot) > farthest)
            {
                continue;
            }

            var way = other.Place - met.Place;
            var far = way.Length;
            if (far < LeastApart || far > farthest)
            {
                continue;
            }

            var unit = way * (1 / far);
            var (first, second) = (Math.Abs(unit.Dot(grid.Lines[met.Line].Way.Right)), Math.Abs(unit.Dot(walked.Way.Right)));
            if (first < WalkedLine.LeastSine || second < WalkedLine.LeastSine)
            {
                continue;
            }

            var deeper = evidence.Corrected(other, second) - evidence.Corrected(met, first);
            var spread = Math.Sqrt(Math.Pow(evidence.CoverFactor * met.CoverSigma, 2) + Math.Pow(evidence.CoverFactor * other.CoverSigma, 2) + Math.Pow(CoverSlope * far, 2));
            if (Math.Abs(deeper) < CoverGate * spread)
            {
                seeds.Add((a, b, (far / grid.Spacing) + Math.Abs(deeper / spread) + (met.IsNormal == other.IsNormal ? 0 : 2) - met.Odds - other.Odds));
            }
        }
    }

    private const double LeastApart = 0.05;
}
