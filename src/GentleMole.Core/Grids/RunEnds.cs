using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>
/// Follows a run in a profile that was walked along it. There it makes no curve but a level echo, which the usual cleaning takes for
/// the instrument's; so it is looked for at the time at which the lines across say it must come, in the signal as it came. It is there
/// as long as it has half of the strength that it has over the run: over the end of a long body half of the echo is left (Kirchhoff).
/// </summary>
public static class RunEnds
{
    private const double MostTurnDegrees = 15;
    private const double MostAsideMetres = 0.5;
    private const double LeastShare = 0.5;
    private const int FewestTraces = 8;
    private const double DirectPeriods = 1.6;
    private const double WowPeriods = 2.5;
    private const double WindowPeriods = 0.5;

    /// <summary>Its fall is known from the lines across; beyond them it may change so much a metre.</summary>
    private const double FallPart = 0.03;

    private const double SmoothMetres = 0.15;
    private const double GapMetres = 0.5;
    private const double AtEndMetres = 0.15;
    private const double StandsOut = 2;
    private const double BesideFrom = 0.8;
    private const double BesideTo = 1.8;
    private const int MostAcross = 8;

    /// <summary>True where a walk goes along a run: nearly its way, right over it, over half of it at least.</summary>
    /// <param name="from">Where the walk begins.</param>
    /// <param name="to">Where it ends.</param>
    public static bool IsAlong(RadarRun run, SitePoint from, SitePoint to)
    {
        var way = new Run([.. run.Points.Select(p => p.Place)]);
        var turn = Azimuth.Of(to - from).ApartFrom(Azimuth.Of(way.Points[^1] - way.Points[0]));
        if (Math.Min(turn, 180 - turn) > MostTurnDegrees)
        {
            return false;
        }

        var (a, b) = (way.ProjectBeyond(from).ChainageMetres, way.ProjectBeyond(to).ChainageMetres);
        return Math.Min(Math.Max(a, b), way.Length) - Math.Max(Math.Min(a, b), 0) >= LeastShare * way.Length && Math.Abs(way.ProjectBeyond(Middle(way, from, to)).OffsetMetres) <= MostAsideMetres;
    }

    /// <summary>From where to where a walk shows the run; null where it does not go along it.</summary>
    /// <param name="across">Lines that cross the run: what they show beside it at its depth is no echo of it.</param>
    /// <param name="velocity">Of the ground, metres per nanosecond.</param>
    public static RunWalk? Of(SliceLine walk, RadarRun run, IReadOnlyList<SliceLine> across, double velocity)
    {
        var along = walk.Profile.AlongMetres;
        if (along.Length < FewestTraces || !IsAlong(run, walk.At(along[0]), walk.At(along[^1])))
        {
            return null;
        }

        var way = new Run([.. run.Points.Select(p => p.Place)]);
        var strong = Strong(walk);
        var read = new List<(double Chainage, double Size)>();
        for (var i = 0; i < along.Length; i++)
        {
            var (chainage, aside, _) = way.ProjectBeyond(walk.At(along[i]));
            var beyond = Math.Max(0, Math.Max(-chainage, chainage - way.Length));
            if (Math.Abs(aside) <= MostAsideMetres + (0.1 * beyond) && SizeAt(walk, strong, i, CoverAt(run, way, chainage), aside, beyond, velocity) is { } size)
            {
                read.Add((chainage, size));
            }
        }

        read = Smooth([.. read.OrderBy(r => r.Chainage)]);
        var over = read.Where(r => r.Chainage >= 0 && r.Chainage <= way.Length).Select(r => r.Size).Order().ToList();
        if (over.Count < FewestTraces)
        {
            return null;
        }

        var level = over[over.Count / 2];
        var (walkedFrom, walkedTo) = (read[0].Chainage, read[^1].Chainage);
        if (level < StandsOut * Usual(across, run, way, velocity))
        {
            return new RunWalk(walkedFrom, walkedTo, null, null, false, false);
        }

        var middle = read.FindIndex(r => r.Chainage >= way.Length / 2);
        var (from, to) = (Reach(read, middle, -1, level / 2), Reach(read, middle, 1, level / 2));
        return new RunWalk(walkedFrom, walkedTo, from, to, from - walkedFrom > AtEndMetres, walkedTo - to > AtEndMetres);
    }

    /// <summary>From the middle outwards to the last place at which it is strong enough; small gaps are passed over.</summary>
    private static double Reach(List<(double Chainage, double Size)> read, int middle, int step, double least)
    {
        var last = read[middle].Chainage;
        for (var i = middle; i >= 0 && i < read.Count && Math.Abs(read[i].Chainage - last) <= GapMetres; i += step)
        {
            last = read[i].Size >= least ? read[i].Chainage : last;
        }

        return last;
    }

    /// <summary>How strong it is beside the run, on the lines across it, at its time: layers, and what rings.</summary>
    private static double Usual(IReadOnlyList<SliceLine> across, RadarRun run, Run way, double velocity)
    {
        var sizes = new List<double>();
        foreach (var line in run.Points.Select(p => p.Line).Distinct().Where(l => l >= 0 && l < across.Count).Take(MostAcross).Select(l => across[l]))
        {
            var strong = Strong(line);
            for (var i = 0; i < line.Profile.Traces; i++)
            {
                var (chainage, aside, _) = way.ProjectBeyond(line.At(line.Profile.AlongMetres[i]));
                if (Math.Abs(aside) is >= BesideFrom and <= BesideTo && SizeAt(line, strong, i, CoverAt(run, way, chainage), 0, 0, velocity) is { } size)
                {
                    sizes.Add(size);
                }
            }
        }

        sizes.Sort();
        return sizes.Count == 0 ? 0 : sizes[sizes.Count / 2];
    }

    /// <summary>The strongest about the time at which its echo comes, as a part of the direct wave; null where that is within the direct wave or beyond the record.</summary>
    private static double? SizeAt(SliceLine line, float[] strong, int trace, double coverMetres, double asideMetres, double beyondMetres, double velocity)
    {
        var profile = line.Profile;
        var period = 1e9 / line.Direct.Hertz;
        var expected = line.Direct.TimeZeroNanoseconds + new Hyperbola(0, coverMetres, UsualRadius, velocity).TimeAt(asideMetres, profile.SeparationMetres ?? 0);
        var reach = (WindowPeriods * period) + (2 * FallPart * beyondMetres / velocity);
        var first = (int)((expected - reach) / profile.IntervalNanoseconds);
        var last = (int)((expected + reach) / profile.IntervalNanoseconds);
        if (first * profile.IntervalNanoseconds < line.Direct.PeakNanoseconds + (DirectPeriods * period) || last >= profile.SamplesEach)
        {
            return null;
        }

        var most = 0f;
        for (var k = first; k <= last; k++)
        {
            most = Math.Max(most, strong[(trace * profile.SamplesEach) + k]);
        }

        return most;
    }

    private const double UsualRadius = 0.05;

    /// <summary>Strength of each sample, each trace's own level taken off, as a part of the direct wave.</summary>
    private static float[] Strong(SliceLine line)
    {
        var (profile, each) = (line.Profile, line.Profile.SamplesEach);
        var clean = new float[profile.Samples.Length];
        var half = Math.Max(2, (int)(WowPeriods * 1e9 / line.Direct.Hertz / profile.IntervalNanoseconds / 2));
        for (var i = 0; i < profile.Traces; i++)
        {
            RadarCleaning.Dewow(profile.Trace(i), clean.AsSpan(i * each, each), half);
        }

        var strong = RadarChain.Run(profile with { Samples = clean }, [new(RadarStepKind.Envelope)]).Samples;
        var sent = Math.Max(1e-12f, RadarCleaning.Usual(strong, profile.Traces, each).DefaultIfEmpty(0).Max());
        return Array.ConvertAll(strong, s => s / sent);
    }

    private static double CoverAt(RadarRun run, Run way, double chainageMetres) => way.ValueAt([.. run.Points.Select(p => p.CoverMetres)], chainageMetres);

    private static SitePoint Middle(Run way, SitePoint from, SitePoint to)
    {
        var middle = way.At(way.Length / 2);
        return from + ((to - from).Unit() * (middle - from).Dot((to - from).Unit()));
    }

    /// <summary>Medians of what lies near: a stone over it does not end it.</summary>
    private static List<(double Chainage, double Size)> Smooth(List<(double Chainage, double Size)> read)
    {
        var smooth = new List<(double, double)>(read.Count);
        var (low, high) = (0, 0);
        foreach (var (chainage, _) in read)
        {
            while (read[low].Chainage < chainage - SmoothMetres)
            {
                low++;
            }

            while (high < read.Count && read[high].Chainage <= chainage + SmoothMetres)
            {
                high++;
            }

            var near = read.GetRange(low, high - low).Select(r => r.Size).Order().ToList();
            smooth.Add((chainage, near[near.Count / 2]));
        }

        return smooth;
    }
}
