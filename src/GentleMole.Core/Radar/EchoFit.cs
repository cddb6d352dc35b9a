namespace GentleMole.Core.Radar;

/// <summary>
/// The curve of a round body through what was tracked of its response, with its radius open: the tails tell the velocity, the bend at
/// the top the radius. What is usual of radii and, once it is known, of the site's velocity weighs in; what does not fit counts less (Huber).
/// </summary>
internal static class EchoFit
{
    private const int Parameters = 4;
    private const int Rounds = 6;
    private const int MostSteps = 40;
    private const double UsualRadius = 0.09;

    /// <summary>Far out on a tail the pulse has changed: it is out by this part of how much later than the top it comes.</summary>
    private const double TailPart = 0.03;

    private const double RadiusSpread = 0.6;
    private const double LeastSigma = 0.04;
    private const double Huber = 1.5;

    /// <summary>A curve and how well its velocity is known by its own picks, as a part of it.</summary>
    public readonly record struct Found(Hyperbola Curve, double VelocityPart, double CoverPart, double Sigma);

    /// <param name="picks">Places, and times after time zero.</param>
    /// <param name="site">Logarithm of the site's velocity and its spread; null while it is not known.</param>
    public static Found? Of(IReadOnlyList<(double Along, double Time)> picks, double separation, Hyperbola start, (double Log, double Spread)? site)
    {
        if (picks.Count < Parameters + 1)
        {
            return null;
        }

        Hyperbola At(double[] at) => new(at[0], Math.Exp(at[1]), Math.Exp(at[3]), Math.Exp(at[2]));
        double[] found = [start.AlongMetres, Math.Log(Math.Max(start.CoverMetres, 0.02)), Math.Log(start.Velocity), Math.Log(UsualRadius)];
        var sigma = LeastSigma * 3;
        double[] matrix = [];
        for (var round = 0; round < Rounds; round++)
        {
            var near = sigma;
            (double[], double[], double) Normal(double[] at)
            {
                var (normal, right, slope) = (new double[Parameters * Parameters], new double[Parameters], new double[Parameters]);
                var curve = At(at);
                double chi = 0;
                var first = curve.TimeAt(curve.AlongMetres, separation);
                foreach (var (along, time) in picks)
                {
                    var scale = Math.Sqrt((near * near) + Math.Pow(TailPart * (time - first), 2));
                    HyperbolaFit.Slopes(curve, along, separation, slope);
                    var off = time - curve.TimeAt(along, separation);
                    var size = Math.Abs(off) / scale;
                    var variance = scale * scale * Math.Max(1, size / Huber);
                    chi += size <= Huber ? size * size : (2 * Huber * size) - (Huber * Huber);
                    DampedSquares.Add(normal, right, slope, off, variance);
                }

                void Prior(int k, double mean, double spread)
                {
                    normal[(k * Parameters) + k] += 1 / (spread * spread);
                    right[k] += (mean - at[k]) / (spread * spread);
                    chi += Math.Pow((at[k] - mean) / spread, 2);
                }

                Prior(3, Math.Log(UsualRadius), RadiusSpread);
                if (site is { } known)
                {
                    Prior(2, known.Log, known.Spread);
                }

                return (normal, right, double.IsFinite(chi) ? chi : double.PositiveInfinity);
            }

            found = DampedSquares.Settle(found, Normal, Move, MostSteps);
            (matrix, _, _) = Normal(found);
            var fitted = At(found);
            var off = picks.Select(p => Math.Abs(p.Time - fitted.TimeAt(p.Along, separation))).Order().ToList();
            sigma = Math.Max(LeastSigma, 1.4826 * off[off.Count / 2]);
        }

        return DampedSquares.Variances(matrix, Parameters) is { } spread ? new Found(At(found), Math.Sqrt(spread[2]), Math.Sqrt(spread[1]), sigma) : null;
    }

    private static double[] Move(double[] at, double[] by) =>
    [
        at[0] + Math.Clamp(by[0], -0.3, 0.3), Math.Clamp(at[1] + Math.Clamp(by[1], -0.5, 0.5), Math.Log(0.01), Math.Log(50)),
        Math.Clamp(at[2] + Math.Clamp(by[2], -0.3, 0.3), Math.Log(0.02), Math.Log(0.31)), Math.Clamp(at[3] + Math.Clamp(by[3], -0.5, 0.5), Math.Log(0.005), Math.Log(1)),
    ];
}
