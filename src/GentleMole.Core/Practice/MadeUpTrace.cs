using GentleMole.Core.Follow;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. A line that is known, and the dots of somebody who follows it; a seed makes the same again.</summary>
/// <param name="Truth">Where the line lies.</param>
/// <param name="Corners">Sharp corners on it.</param>
/// <param name="Wrong">Numbers of dots that stand where the line is not.</param>
/// <param name="BendRadius">Of its sweeping bend, metres; null where it has none.</param>
/// <param name="WrongDepth">Numbers of dots whose depth is not the line's.</param>
public sealed record MadeUpTrace(Run Truth, Func<double, double> DepthAt, IReadOnlyList<SitePoint> Corners, IReadOnlyList<FollowedDot> Dots, IReadOnlySet<int> Wrong, IReadOnlySet<int> WrongDepth, double? BendRadius)
{
    private const double StepMetres = 0.5;

    /// <param name="chanceWrong">How often a dot stands where the line is not.</param>
    /// <param name="isMarked">Corners are marked as bends by a dot at them, as well as a hand finds them.</param>
    public static MadeUpTrace Of(int seed, double chanceWrong = 0, bool isMarked = false)
    {
        var random = new Random(seed);
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (points, corners, heading) = (new List<SitePoint> { new(Between(-50, 50), Between(-50, 50)) }, new List<SitePoint>(), Between(0, 2 * Math.PI));
        var (length, turning) = (Between(30, 70), Math.Sqrt(Math.Pow(10, Between(-4, -2.6))));
        var (kind, cornerAt, bendAt) = (random.Next(4), Between(0.35, 0.65), Between(0.25, 0.6));
        var (bendRadius, bendTurn) = (Between(4, 12), Between(0.6, 1.5) * (random.Next(2) == 0 ? 1 : -1));
        double bent = 0;
        for (double s = 0; s < length; s += StepMetres)
        {
            var rate = 0.0;
            if (kind == 1 && corners.Count == 0 && s >= cornerAt * length)
            {
                corners.Add(points[^1]);
                heading += Between(0.6, 1.6) * (random.Next(2) == 0 ? 1 : -1);
            }
            else if (kind == 2 && s >= bendAt * length && Math.Abs(bent) < Math.Abs(bendTurn))
            {
                rate = Math.Sign(bendTurn) / bendRadius;
                bent += rate * StepMetres;
            }

            heading += (rate * StepMetres) + (turning * Math.Sqrt(StepMetres) * Deviate.Normal(random));
            points.Add(points[^1] + (new SitePoint(Math.Sin(heading), Math.Cos(heading)) * StepMetres));
        }

        var truth = new Run(points);
        var (shallow, swing, dive) = (Between(0.5, 1.4), Between(0, 0.12), random.Next(3) == 0 ? Between(0.5, 1.2) : 0);
        var (phase, diveAt) = (Between(0, 6), Between(0.3, 0.7) * truth.Length);
        double DepthAt(double s) => shallow + (swing * Math.Sin((s / 9) + phase)) + (dive / (1 + Math.Exp(-(s - diveAt) / 1.2)));
        var (dots, wrong, wrongDepth) = (new List<FollowedDot>(), new HashSet<int>(), new HashSet<int>());
        var cornerChainages = corners.ConvertAll(c => truth.Project(c).ChainageMetres);
        var numbered = 0;
        for (var s = Between(0, 2); s < truth.Length;)
        {
            var number = ++numbered;
            var nearCorner = cornerChainages.Exists(c => Math.Abs(c - s) < 1.2 * DepthAt(s));
            var sigma = Between(0.02, 0.08);
            var off = sigma * Deviate.Normal(random);
            if (random.NextDouble() < chanceWrong)
            {
                wrong.Add(number);
                off = Between(0.6, 1.6) * (random.Next(2) == 0 ? 1 : -1);
            }

            Estimate? depth = null;
            if (random.NextDouble() < 0.9)
            {
                var depthSigma = (0.03 * DepthAt(s)) + 0.015;
                var shown = DepthAt(s) + (depthSigma * Deviate.Normal(random));
                if (random.NextDouble() < chanceWrong)
                {
                    wrongDepth.Add(number);
                    shown = DepthAt(s) * (random.Next(2) == 0 ? Between(0.3, 0.5) : Between(1.8, 2.5));
                }

                depth = Estimate.Symmetric(shown, 1.96 * depthSigma);
            }

            // Nobody reads well over a corner, and who follows the line steps over it.
            if (!nearCorner)
            {
                dots.Add(new FollowedDot(truth.At(s, off), 1.96 * sigma, depth, number));
            }
            else
            {
                wrong.Remove(number);
                wrongDepth.Remove(number);
            }

            var next = s + Between(1.5, 5);
            if (isMarked && cornerChainages.Exists(c => c > s && c <= next))
            {
                var corner = corners[0] + new SitePoint(0.15 * Deviate.Normal(random), 0.15 * Deviate.Normal(random));
                dots.Add(new FollowedDot(corner, 0.3, null, dots.Count + 1000, LineFeature.Bend));
            }

            s = next;
        }

        return new MadeUpTrace(truth, DepthAt, corners, dots, wrong, wrongDepth, kind == 2 ? bendRadius : null);
    }
}
