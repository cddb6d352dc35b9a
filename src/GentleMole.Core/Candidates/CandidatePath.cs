using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>A way on the ground: straight, a gentle bend, or two straight legs that meet in a corner.</summary>
/// <param name="LogPrior">Logarithm of what this shape with these figures was worth before anything was heard, per unit of them.</param>
/// <param name="LogSpread">½·k·ln 2π + ½·ln det C of its k fitted figures (Laplace).</param>
internal sealed record CandidatePath(IReadOnlyList<PathLeg> Legs, double LogPrior, double LogSpread)
{
    /// <summary>Crossings under this angle have no clear top and count as none.</summary>
    public static readonly double LeastSine = Math.Sin(20 * Math.PI / 180);

    /// <summary>A path is not thought to go on farther than this, metres.</summary>
    private const double Reach = 80;

    /// <summary>All crossings with passes at an angle that counts, in the order along the path.</summary>
    public List<PathCrossing> Crossings(WalkedSite site)
    {
        var crossings = new List<PathCrossing>(site.Passes.Length);
        for (var l = 0; l < Legs.Count; l++)
        {
            var leg = Legs[l];
            var right = leg.Ahead.Right;
            for (var p = 0; p < site.Passes.Length; p++)
            {
                var pass = site.Passes[p];
                var from = pass.From - leg.Origin;
                var (x0, y0) = (from.Dot(leg.Ahead), from.Dot(right));
                var (dx, dy) = (pass.Way.Dot(leg.Ahead), pass.Way.Dot(right));

                // y0 + s·dy = A + B·(x0 + s·dx) + C·(x0 + s·dx)²
                var (square, linear, constant) = (leg.C * dx * dx, leg.Slope(x0) * dx - dy, leg.Offset(x0) - y0);
                if (Math.Abs(square) < 1e-12)
                {
                    if (Math.Abs(linear) > 1e-9)
                    {
                        Add(-constant / linear);
                    }
                }
                else if ((linear * linear) - (4 * square * constant) is >= 0 and var discriminant)
                {
                    // The stable form: no difference of two numbers that are nearly alike.
                    var q = -0.5 * (linear + Math.CopySign(Math.Sqrt(discriminant), linear));
                    Add(q / square);
                    if (q != 0)
                    {
                        Add(constant / q);
                    }
                }

                void Add(double s)
                {
                    var x = x0 + (s * dx);
                    if (!(s >= 0 && s <= pass.Length && x >= leg.From && x <= leg.To && Math.Abs(x) <= Reach))
                    {
                        return;
                    }

                    var slope = leg.Slope(x);
                    var sine = Math.Abs((slope * dx) - dy) / Math.Sqrt(1 + (slope * slope));
                    if (sine >= LeastSine)
                    {
                        crossings.Add(new PathCrossing(p, l, x, AlongOf(l, x), s, Math.Min(1, sine)));
                    }
                }
            }
        }

        crossings.Sort((a, b) => a.Along.CompareTo(b.Along));
        return crossings;
    }

    /// <summary>Along the path: 0 in the corner where there is one.</summary>
    public double AlongOf(int leg, double x) => Legs.Count == 1 ? x : leg == 0 ? x - Legs[0].To : x - Legs[1].From;

    /// <summary>Which leg, and where on it.</summary>
    public (PathLeg Leg, double X) LegAt(double along) =>
        Legs.Count == 1 ? (Legs[0], along) : along < 0 ? (Legs[0], along + Legs[0].To) : (Legs[1], along + Legs[1].From);

    /// <summary>The place there.</summary>
    public SitePoint At(double along)
    {
        var (leg, x) = LegAt(along);
        return leg.At(x);
    }
}
