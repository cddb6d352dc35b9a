namespace GentleMole.Core.Trace;

/// <summary>
/// "Bring it back": the same stretch with two hookups, compared dot by dot with their ±. Two that were fooled were hardly fooled alike.
/// </summary>
/// <param name="Pairs">Along the first pass.</param>
/// <param name="IsByLine">True when it was decided by which line each is on, false when by their signs alone.</param>
public sealed record PassComparison(IReadOnlyList<PassPair> Pairs, PassFinding Finding, bool IsByLine)
{
    /// <summary>Farther off the first pass a dot is on something else; farther beyond its ends it has no match.</summary>
    private const double NearMetres = 4;

    private const double BeyondMetres = 1;

    /// <summary>Tape, paint and hand once more, standard deviation: the two were not placed in one go.</summary>
    private const double HandSigma = 0.02;

    /// <summary>By so much (logarithm of the odds for each parted dot) the better pass has to be better.</summary>
    private const double Better = 1;

    /// <summary>Passes that are on the line that is wanted less likely than this on average are not combined.</summary>
    private const double LeastOnTarget = 0.6;

    /// <summary>Pairs that part.</summary>
    public IReadOnlyList<PassPair> Parted => [.. Pairs.Where(p => !p.Agrees)];

    /// <summary>Dots that may be marked by what is found.</summary>
    public IReadOnlyList<PassDot> ToMark => [.. (Finding switch
    {
        PassFinding.Same => Pairs.Where(p => p.Agrees).SelectMany(p => new[] { p.First, p.Second }),
        PassFinding.FirstHolds => Parted.Select(p => p.First),
        PassFinding.SecondHolds => Parted.Select(p => p.Second),
        PassFinding.NothingInCommon or PassFinding.BothElsewhere or PassFinding.NeitherHolds => [],
    }).Distinct()];

    /// <summary>Dots that are not to be marked, since the other pass holds there.</summary>
    public IReadOnlyList<PassDot> ToLeave => [.. (Finding switch
    {
        PassFinding.FirstHolds => Parted.Select(p => p.Second),
        PassFinding.SecondHolds => Parted.Select(p => p.First),
        PassFinding.Same or PassFinding.NothingInCommon or PassFinding.BothElsewhere or PassFinding.NeitherHolds => [],
    }).Distinct()];

    /// <summary>Compares two passes, each in the order taken.</summary>
    public static PassComparison Of(IReadOnlyList<PassDot> first, IReadOnlyList<PassDot> second)
    {
        var line = TracedLine.Join(first.Select(d => d.Mark));
        if (line.Run is not { } run)
        {
            return new PassComparison([], PassFinding.NothingInCommon, false);
        }

        var pairs = new List<PassPair>();
        foreach (var dot in second)
        {
            var station = run.Project(dot.Mark.Place);
            var (off, along) = (dot.Mark.Place - station.Foot, run.DirectionAt(station.ChainageMetres));
            var (beyond, apart) = (Math.Abs(off.Dot(along)), off.Dot(along.Right));
            if (Math.Abs(apart) > NearMetres || (beyond > BeyondMetres && (station.ChainageMetres <= 0 || station.ChainageMetres >= run.Length)))
            {
                continue;
            }

            var nearest = first.MinBy(f => f.Mark.Place.DistanceTo(dot.Mark.Place))!;
            var stretch = line.Stretches.FirstOrDefault(s => station.ChainageMetres <= s.ToChainageMetres) ?? line.Stretches[^1];
            var depth = line.DepthAt(station.ChainageMetres);
            pairs.Add(Pair(dot, nearest, station.ChainageMetres, apart, stretch.AcrossHalfWidthMetres, depth));
        }

        pairs.Sort((a, b) => a.ChainageMetres.CompareTo(b.ChainageMetres));
        var (finding, isByLine) = Decide(pairs);
        return new PassComparison(pairs, finding, isByLine);
    }

    private static PassPair Pair(PassDot second, PassDot first, double chainage, double apart, double firstHalf, Estimate? firstDepth)
    {
        var (a, b) = (firstHalf / 1.96, second.Mark.AcrossHalfWidthMetres / 1.96);
        var room = 1.96 * Math.Sqrt((a * a) + (b * b) + (2 * HandSigma * HandSigma));
        var (wa, wb) = (1 / ((a * a) + 1e-8), 1 / ((b * b) + 1e-8));
        var deeper = second.Mark.Depth?.Value - firstDepth?.Value;
        return new PassPair(
            second, first, chainage, apart, room, Estimate.Symmetric(apart * wb / (wa + wb), 1.96 * Math.Sqrt(1 / (wa + wb))), deeper,
            deeper is null ? null : Math.Sqrt(Math.Pow(firstDepth!.Value.HalfWidth, 2) + Math.Pow(second.Mark.Depth!.Value.HalfWidth, 2)));
    }

    private static (PassFinding Finding, bool IsByLine) Decide(List<PassPair> pairs)
    {
        if (pairs.Count == 0)
        {
            return (PassFinding.NothingInCommon, false);
        }

        // One in twenty parts by chance.
        var parted = pairs.FindAll(p => !p.Agrees);
        var misfit = pairs.Average(p => Math.Pow(1.96 * p.ApartMetres / p.RoomMetres, 2));
        if (misfit <= 1 + (2.6 * Math.Sqrt(2.0 / pairs.Count)) && parted.Count <= Math.Max(1, pairs.Count / 10) && parted.TrueForAll(p => Math.Abs(p.ApartMetres) < 1.5 * p.RoomMetres))
        {
            var chances = pairs.SelectMany(p => new[] { p.First.OnTarget, p.Second.OnTarget }).OfType<double>().ToList();
            return chances.Count > 0 && chances.Average() < LeastOnTarget ? (PassFinding.BothElsewhere, true) : (PassFinding.Same, false);
        }

        var told = parted.FindAll(p => p is { First.OnTarget: not null, Second.OnTarget: not null });
        var isByLine = told.Count > 0;
        var better = isByLine
            ? told.Average(p => LogOdds(p.Second.OnTarget!.Value) - LogOdds(p.First.OnTarget!.Value))
            : parted.Count == 0 ? 0 : parted.Average(p => Standing(p.Second.Mark.Verdict) - Standing(p.First.Mark.Verdict));
        return (better > Better ? PassFinding.SecondHolds : better < -Better ? PassFinding.FirstHolds : PassFinding.NeitherHolds, isByLine);
    }

    private static double LogOdds(double chance) => Math.Log(Math.Clamp(chance, 1e-3, 1 - 1e-3) / (1 - Math.Clamp(chance, 1e-3, 1 - 1e-3)));

    private static double Standing(Verdict verdict) => verdict switch { Verdict.Sound => 2.0, Verdict.Caution => 0, Verdict.Reject => -2 };
}
