using MathNet.Numerics;
using MathNet.Numerics.Statistics;

namespace GentleMole.Core.Candidates;

/// <summary>
/// What all passes that cross a path say of a line there: met or missed, square to the path, by direction, depth and current, by
/// where it ends. Every term is the logarithm of how much likelier it is with a line than by chance (likelihood ratios; the
/// chance of being met is a beta variable that is integrated out: Gelman et al., Bayesian Data Analysis, 2.4).
/// </summary>
/// <param name="site">Passes and responses.</param>
/// <param name="alarmsPerMetre">Responses of no line, per metre of pass.</param>
/// <param name="owner">Which candidate a response belongs to; −1 for none.</param>
internal sealed class PathEvidence(WalkedSite site, double alarmsPerMetre, int[] owner)
{
    /// <summary>A response farther from the path than this many standard deviations is not of it.</summary>
    private const double Gate = 3;

    /// <summary>Chance of a line being met at a crossing: a beta variable, about 0.85.</summary>
    private const double MetAlpha = 8;

    private const double MetBeta = 1.5;

    private const double HeardInMode = 0.7;

    /// <summary>A response may stand for two lines when another's lies so near, metres beside the scatter.</summary>
    private const double SharedMetres = 0.3;

    /// <summary>A line ends where others were walked on.</summary>
    private const double EndsInside = 0.25;

    private const double EndsOutside = 0.75;

    private const double DirectionSigma = 10 * Math.PI / 180;

    private const double WildDirection = 0.08;

    private const double DepthSigma = 0.12;

    private const double MilliampsSigma = 0.2;

    private const double WildFigure = 0.05;

    /// <summary>Usual ranges of ln d and ln I of what is heard by chance.</summary>
    private const double DepthRange = 2.4;

    private const double MilliampsRange = 4;

    /// <summary>Fading along the line: standard deviation of d ln I/dx before anything is heard, 1/m.</summary>
    private const double FadingSigma = 0.03;

    /// <summary>Rough worth of a pass that met the line, and of one that did not, while the run of crossings is chosen.</summary>
    private static readonly double LogMet = Math.Log(0.84);

    private static readonly double LogMissed = Math.Log(0.16);

    private readonly double _logAlarms = Math.Log(alarmsPerMetre);

    private readonly double _logSigma = Math.Log(site.Sigma * Math.Sqrt(2 * Math.PI));

    /// <summary>The run of crossings of a path that speaks most for a line, weighed; null where fewer than two responses are left. <paramref name="self"/> is the candidate it belongs to.</summary>
    public WeighedPath? Weigh(CandidatePath path, int self)
    {
        var crossings = path.Crossings(site);
        var found = new (int Hit, double Gain)[crossings.Count];
        for (var i = 0; i < crossings.Count; i++)
        {
            found[i] = Nearest(path, crossings[i], self);
        }

        Once(found);
        var modes = ChosenModes(crossings, found);
        if (modes == 0)
        {
            return null;
        }

        var run = new PathRun(crossings, found, modes);
        var (first, last) = run.Trimmed(BestRun(crossings, found, modes).Run, site);
        var best = Worth(path, run, first, last);

        // What an end does not earn is not told: a line that stops is easily thought to go on to the next response of nobody.
        while (best is { Hits.Count: > FewestResponses })
        {
            var (without, fewer) = (run.Trimmed((first + 1, last), site), run.Trimmed((first, last - 1), site));
            var (one, other) = (Worth(path, run, without.First, without.Last), Worth(path, run, fewer.First, fewer.Last));
            if (one is not null && one.LogOdds > best.LogOdds - EndEarns && one.LogOdds >= (other?.LogOdds ?? double.NegativeInfinity))
            {
                (best, first, last) = (one, without.First, without.Last);
            }
            else if (other is not null && other.LogOdds > best.LogOdds - EndEarns)
            {
                (best, first, last) = (other, fewer.First, fewer.Last);
            }
            else
            {
                break;
            }
        }

        return best;
    }

    /// <summary>The response at either end must add so much.</summary>
    private const double EndEarns = 2.5;

    private WeighedPath? Worth(CandidatePath path, PathRun run, int first, int last)
    {
        var (crossings, found, modes) = (run.Crossings, run.Found, run.Modes);
        var hits = new List<int>();
        var along = new List<double>();
        double gain = 0;
        Span<int> met = stackalloc int[site.Modes];
        Span<int> missed = stackalloc int[site.Modes];
        met.Clear();
        missed.Clear();
        for (var i = first; i <= last; i++)
        {
            var mode = site.Passes[crossings[i].Pass].Mode;
            if (found[i].Hit == Neutral)
            {
                continue;
            }

            if (found[i].Hit < 0 || (modes & (1 << mode)) == 0)
            {
                missed[mode]++;
                continue;
            }

            met[mode]++;
            gain += found[i].Gain;
            hits.Add(found[i].Hit);
            along.Add(crossings[i].Along);
        }

        if (hits.Count < FewestResponses)
        {
            return null;
        }

        var counted = 0;
        for (var mode = 0; mode < site.Modes; mode++)
        {
            counted += (modes & (1 << mode)) != 0 ? met[mode] + missed[mode] : 0;
            gain += Mode(met[mode], missed[mode]);
        }

        gain += Figures(hits, r => site.Responses[r].LnDepth, along, DepthSigma, DepthRange, isFading: false);
        gain += Figures(hits, r => site.Responses[r].LnMilliamps, along, MilliampsSigma, MilliampsRange, isFading: true);
        gain += Ends(crossings, modes, first, last);
        return new WeighedPath(path, gain + path.LogPrior + path.LogSpread, hits, modes, along[0], along[^1], counted);
    }

    /// <summary>Fewer are told from chance by nothing.</summary>
    private const int FewestResponses = 3;

    private const int Nothing = -1;

    private const int Neutral = -2;

    /// <summary>A pass may be crossed twice near a corner or by a bend; a response is of one crossing.</summary>
    private static void Once((int Hit, double Gain)[] found)
    {
        for (var i = 0; i < found.Length; i++)
        {
            for (var j = i + 1; j < found.Length && found[i].Hit >= 0; j++)
            {
                if (found[j].Hit == found[i].Hit)
                {
                    found[found[j].Gain > found[i].Gain ? i : j] = (Neutral, 0);
                }
            }
        }
    }

    /// <summary>The response on that pass that speaks most for the path there, with what it is worth.</summary>
    private (int Hit, double Gain) Nearest(CandidatePath path, PathCrossing crossing, int self)
    {
        var leg = path.Legs[crossing.Leg];
        var gate = Gate * Math.Sqrt((site.Sigma * site.Sigma) + Math.Min(leg.Variance(crossing.X), MostDoubt * site.Sigma * site.Sigma));
        var (best, gain) = (Nothing, double.NegativeInfinity);
        for (var r = site.FirstOfPass[crossing.Pass]; r < site.FirstOfPass[crossing.Pass + 1]; r++)
        {
            var response = site.Responses[r];
            var onPass = response.Along - crossing.OnPass;
            var square = onPass * crossing.Sine;
            var isOthers = owner[r] >= 0 && owner[r] != self;
            if (isOthers)
            {
                if (best == Nothing && Math.Abs(onPass) <= SharedMetres + site.Sigma)
                {
                    best = Neutral;
                }

                continue;
            }

            if (Math.Abs(square) > gate)
            {
                continue;
            }

            var worth = Math.Log(crossing.Sine) - _logSigma - (0.5 * square * square / (site.Sigma * site.Sigma)) - _logAlarms + Direction(leg.Way(crossing.X), response.Direction);
            if (worth > gain)
            {
                (best, gain) = (r, worth);
            }
        }

        return (best, best >= 0 ? gain : 0);
    }

    /// <summary>Where the fit itself is in doubt the gate opens, but not without end (in squares of the scatter).</summary>
    private const double MostDoubt = 3;

    private static double Direction(Site.SitePoint way, double told)
    {
        if (double.IsNaN(told))
        {
            return 0;
        }

        var apart = Math.Atan2(way.East, way.North) - told;
        apart -= Math.PI * Math.Round(apart / Math.PI);
        var density = ((1 - WildDirection) * Math.Exp(-0.5 * apart * apart / (DirectionSigma * DirectionSigma)) / (DirectionSigma * Math.Sqrt(2 * Math.PI))) + (WildDirection / Math.PI);
        return Math.Log(density * Math.PI);
    }

    private static double Mode(int met, int missed)
    {
        if (met == 0 && missed == 0)
        {
            return 0;
        }

        var counted = SpecialFunctions.BetaLn(MetAlpha + met, MetBeta + missed) - SpecialFunctions.BetaLn(MetAlpha, MetBeta);
        return met > 0 ? Math.Log(HeardInMode) + counted : Math.Log(1 - HeardInMode + (HeardInMode * Math.Exp(counted)));
    }

    /// <summary>What depths or currents along it say: alike on a line, anything by chance.</summary>
    private static double Figures(List<int> hits, Func<int, double> figure, List<double> along, double sigma, double range, bool isFading)
    {
        var told = new List<(double At, double Value)>(hits.Count);
        for (var i = 0; i < hits.Count; i++)
        {
            if (figure(hits[i]) is var value && !double.IsNaN(value))
            {
                told.Add((along[i], value));
            }
        }

        if (told.Count < 2)
        {
            return 0;
        }

        // Level by the median, so that one wild figure does not carry it away; then the mean of what lies near.
        var level = told.Select(t => t.Value).Median();
        var near = told.Where(t => Math.Abs(t.Value - level) < 3 * sigma + (isFading ? 0.3 : 0)).ToList();
        if (near.Count == 0)
        {
            return 0;
        }

        var (middle, mean) = (near.Average(t => t.At), near.Average(t => t.Value));
        double slope = 0;
        var spread = 0.5 * Math.Log(2 * Math.PI * sigma * sigma / near.Count) - Math.Log(range);
        if (isFading)
        {
            var square = (near.Sum(t => (t.At - middle) * (t.At - middle)) / (sigma * sigma)) + (1 / (FadingSigma * FadingSigma));
            slope = near.Sum(t => (t.At - middle) * (t.Value - mean)) / (sigma * sigma) / square;
            spread += (-0.5 * Math.Log(square)) - Math.Log(FadingSigma) - (0.5 * slope * slope / (FadingSigma * FadingSigma));
        }

        return spread + told.Sum(t =>
        {
            var off = (t.Value - mean - (slope * (t.At - middle))) / sigma;
            return Math.Log(((1 - WildFigure) * Math.Exp(-0.5 * off * off) / (sigma * Math.Sqrt(2 * Math.PI)) * range) + WildFigure);
        });
    }

    private double Ends(List<PathCrossing> crossings, int modes, int first, int last)
    {
        int before = 0, inside = 0, after = 0;
        for (var i = 0; i < crossings.Count; i++)
        {
            if ((modes & (1 << site.Passes[crossings[i].Pass].Mode)) != 0)
            {
                (before, inside, after) = i < first ? (before + 1, inside, after) : i > last ? (before, inside, after + 1) : (before, inside + 1, after);
            }
        }

        double End(int beyond) => beyond == 0 ? Math.Log(EndsOutside) : Math.Log(EndsInside / (before + inside + after));
        return End(before) + End(after);
    }

    /// <summary>Modes in which the line is heard: the best one, and others as long as they add to it. A bit for each; 0 for none.</summary>
    private int ChosenModes(List<PathCrossing> crossings, (int Hit, double Gain)[] found)
    {
        var all = 0;
        for (var i = 0; i < crossings.Count; i++)
        {
            all |= found[i].Hit >= 0 ? 1 << site.Passes[crossings[i].Pass].Mode : 0;
        }

        var (chosen, worth) = (0, double.NegativeInfinity);
        while (true)
        {
            var next = 0;
            for (var mode = 0; mode < site.Modes; mode++)
            {
                if ((all & (1 << mode)) == 0 || (chosen & (1 << mode)) != 0)
                {
                    continue;
                }

                var with = BestRun(crossings, found, chosen | (1 << mode)).Worth;
                if (with > worth)
                {
                    (worth, next) = (with, 1 << mode);
                }
            }

            if (next == 0)
            {
                return chosen;
            }

            chosen |= next;
        }
    }

    /// <summary>The run of crossings that adds up to most (Kadane).</summary>
    private (double Worth, (int First, int Last) Run) BestRun(List<PathCrossing> crossings, (int Hit, double Gain)[] found, int modes)
    {
        var (best, run) = (double.NegativeInfinity, (0, -1));
        var (sum, start) = (0.0, 0);
        for (var i = 0; i < crossings.Count; i++)
        {
            if ((modes & (1 << site.Passes[crossings[i].Pass].Mode)) != 0 && found[i].Hit != Neutral)
            {
                sum += found[i].Hit >= 0 ? found[i].Gain + LogMet : LogMissed;
            }

            if (sum > best)
            {
                (best, run) = (sum, (start, i));
            }

            if (sum <= 0)
            {
                (sum, start) = (0, i + 1);
            }
        }

        return (best, run);
    }
}
