using GentleMole.Core.Site;

namespace GentleMole.Core.Bodies;

/// <summary>
/// Outlines that agree with what lines saw and did not see, by a random walk among them (Metropolis et al. 1953): ends of pieces lie on its
/// edge, give or take; a line that goes over it by more than some decimetres is not likely to see nothing. What lines did not tell stays wide.
/// </summary>
internal sealed class BodyOutline(double coverMetres)
{
    private const int Steps = 6000;
    private const int Unused = 1500;
    private const int Every = 5;
    private const double Tail = 4;
    private const double EdgeMetres = 0.08;
    private static readonly double UsualLog = Math.Log(1.2);
    private const double Flattest = 0.1;
    private const double SeenMetres = 0.16;
    private const double SeenSlope = 0.05;
    private const double OddMiss = 0.02;
    private const double LeastMetres = 0.15;
    private const double MostMetres = 40;

    /// <summary>Scatter of an end, metres: the deeper, the wider a radar looks.</summary>
    private double EndSigma => 0.06 + (0.03 * coverMetres);

    /// <summary>By what all ends of a body lie too far out or in together.</summary>
    private double BlurSigma => 0.05 + (0.03 * coverMetres);

    private readonly List<(SitePoint Start, SitePoint Way, double From, double To, (double From, double To)? Seen, bool IsWeak)> _lines = [];

    /// <summary>A line near the body; what it saw of it, null where nothing.</summary>
    /// <param name="isWeak">It saw it weakly, from beside.</param>
    public void Add(LevelLine line, (double From, double To)? seen, bool isWeak) => _lines.Add((line.Start, line.Way, line.FromMetres, line.ToMetres, seen, isWeak));

    /// <summary>Outlines, each as likely as any other.</summary>
    public List<BodyBox> Sample(int seed)
    {
        var random = new Random(seed);
        var ends = _lines.Where(l => l.Seen is not null && !l.IsWeak).SelectMany(l => new[] { l.Start + (l.Way * l.Seen!.Value.From), l.Start + (l.Way * l.Seen.Value.To) }).ToList();
        var middle = ends.Aggregate(default(SitePoint), (sum, e) => sum + e) * (1.0 / ends.Count);
        (State State, double Odds) best = (default, double.NegativeInfinity);
        for (var turn = 0; turn < 6; turn++)
        {
            var along = new SitePoint(Math.Sin(turn * Math.PI / 6), Math.Cos(turn * Math.PI / 6));
            double Span(SitePoint way) => Math.Clamp(ends.Max(e => e.Dot(way)) - ends.Min(e => e.Dot(way)), 0.4, MostMetres);
            var start = new State(middle, turn * Math.PI / 6, Math.Log(Span(along)), Math.Log(Span(along.Right)), 0);
            var reached = Walk(start, 500, random, null);
            best = reached.Odds > best.Odds ? reached : best;
        }

        var kept = new List<BodyBox>();
        Walk(best.State, Steps, random, kept);
        return kept;
    }

    private readonly record struct State(SitePoint Middle, double Bearing, double LogLength, double LogWidth, double Blur)
    {
        public BodyBox Box => new(Middle, Bearing, Math.Exp(LogLength), Math.Exp(LogWidth));
    }

    private (State State, double Odds) Walk(State state, int steps, Random random, List<BodyBox>? kept)
    {
        var odds = Odds(state);
        var scale = 1.0;
        for (var i = 0; i < steps; i++)
        {
            double Off(double sigma) => scale * sigma * Deviate.Normal(random);

            // One side alone as well as all together: what is pinned at one end is open at the other.
            var next = state;
            if (random.Next(2) == 0)
            {
                next = state with { Middle = state.Middle + new SitePoint(Off(0.05), Off(0.05)), Bearing = state.Bearing + Off(0.06), LogLength = state.LogLength + Off(0.06), LogWidth = state.LogWidth + Off(0.06), Blur = state.Blur + Off(0.02) };
            }
            else
            {
                var (box, move, isLength) = (state.Box, Off(0.12), random.Next(2) == 0);
                var side = (isLength ? box.Along : box.Along.Right) * (random.Next(2) == 0 ? 1 : -1);
                var grown = (isLength ? box.LengthMetres : box.WidthMetres) + move;
                if (grown <= LeastMetres)
                {
                    continue;
                }

                next = state with { Middle = state.Middle + (side * (move / 2)), LogLength = isLength ? Math.Log(grown) : state.LogLength, LogWidth = isLength ? state.LogWidth : Math.Log(grown) };
            }

            var there = Odds(next);
            var isTaken = Math.Log(1 - random.NextDouble()) < there - odds;
            (state, odds) = isTaken ? (next, there) : (state, odds);
            scale = i < Unused ? Math.Clamp(scale * (isTaken ? 1.04 : 0.985), 0.1, 4) : scale;
            if (i >= Unused && i % Every == 0)
            {
                kept?.Add(state.Box);
            }
        }

        return (state, odds);
    }

    private double Odds(State state)
    {
        var box = state.Box;
        if (box.LengthMetres is < LeastMetres or > MostMetres || box.WidthMetres is < LeastMetres or > MostMetres)
        {
            return double.NegativeInfinity;
        }

        // Bodies of some decimetres to some metres are what is looked for; what lines do not tell stays within that.
        var odds = -(Math.Pow(state.LogLength - UsualLog, 2) + Math.Pow(state.LogWidth - UsualLog, 2)) / 2 - (state.Blur * state.Blur / (2 * BlurSigma * BlurSigma));
        foreach (var (start, way, from, to, seen, isWeak) in _lines)
        {
            // A line that only just goes over it sees it weakly: the outline is drawn in a little for what might be missed.
            var seeable = new BodyBox(box.Middle, box.Bearing, Math.Max(0, box.LengthMetres - (2 * EdgeMetres)), Math.Max(0, box.WidthMetres - (2 * EdgeMetres))).Chord(start, way);
            var length = seeable is var (a, b) ? Math.Max(0, Math.Min(b, to) - Math.Max(a, from)) : 0;
            var missed = OddMiss + ((1 - OddMiss) / (1 + Math.Exp((length - SeenMetres) / SeenSlope)));
            if (seen is not { } piece || isWeak)
            {
                odds += Math.Log(missed);
                continue;
            }

            odds += Math.Log(1.001 - missed);
            if (box.Crossed(start, way) is not var (enter, leave, enterSine, leaveSine))
            {
                odds += End(box.AwayFrom(start + (way * piece.From))) + End(box.AwayFrom(start + (way * piece.To)));
                continue;
            }

            odds += End(Math.Max(Flattest, enterSine) * (piece.From - (Math.Max(enter, from) - state.Blur))) + End(Math.Max(Flattest, leaveSine) * (piece.To - (Math.Min(leave, to) + state.Blur)));
        }

        return odds;
    }

    /// <summary>Student's distribution: an end that is far off is less odd than under a normal one.</summary>
    private double End(double off) => -(Tail + 1) / 2 * Math.Log(1 + (off * off / (Tail * EndSigma * EndSigma)));
}
