using GentleMole.Core.Grids;
using GentleMole.Core.Site;
using GentleMole.Core.Together;

namespace GentleMole.Core.Practice;

/// <summary>A grid of radar lines over a ground that we made up, as its responses would be read: what lies there, and what each line says of it.</summary>
/// <param name="Lines">As they were read.</param>
/// <param name="Pipes">What lies there: its way with the cover at each point.</param>
/// <param name="Of">Which pipe a response is of; −1 for stones. By line, then by target.</param>
public sealed record MadeUpGrid(IReadOnlyList<GridLine> Lines, IReadOnlyList<MadeUpGrid.Pipe> Pipes, IReadOnlyList<IReadOnlyList<int>> Of)
{
    /// <summary>A pipe of a made-up grid.</summary>
    /// <param name="Covers">At each point of its way, metres.</param>
    public sealed record Pipe(Run Way, IReadOnlyList<double> Covers, bool IsNormal)
    {
        /// <summary>Cover so far along it, metres.</summary>
        public double CoverAt(double chainageMetres) => Way.ValueAt(Covers, chainageMetres);
    }

    /// <summary>How a made-up grid is walked and read.</summary>
    /// <param name="StonesPerMetre">Responses of no pipe, per metre of line.</param>
    /// <param name="Met">Chance that a pipe is found on a line that crosses it.</param>
    /// <param name="Short">Share of the pipes that begin and end within the grid, on six lines at least.</param>
    /// <param name="IsOwnVelocity">Every response says the velocity of its own curve, aslant ones too quick and too deep.</param>
    public sealed record Shape(
        int Lines = 20, double SpacingMetres = 0.6, double LengthMetres = 20, int Pipes = 3, double StonesPerMetre = 0.05, double Met = 0.9, double AlongSigma = 0.06,
        double CoverPart = 0.04, bool IsBothWays = false, bool IsOwnVelocity = true, double Short = 0.3);

    /// <summary>One by chance.</summary>
    public static MadeUpGrid Make(Shape shape, Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var width = shape.SpacingMetres * (shape.Lines - 1);
        var lines = new List<(SitePoint From, SitePoint To)>();
        for (var i = 0; i < shape.Lines; i++)
        {
            var (a, b) = (new SitePoint(i * shape.SpacingMetres, 0), new SitePoint(i * shape.SpacingMetres, shape.LengthMetres));
            lines.Add(i % 2 == 0 ? (a, b) : (b, a));
        }

        for (var i = 0; shape.IsBothWays && i * shape.SpacingMetres <= shape.LengthMetres; i++)
        {
            lines.Add((new SitePoint(0, i * shape.SpacingMetres), new SitePoint(width, i * shape.SpacingMetres)));
        }

        var velocity = Between(0.07, 0.13);
        var pipes = Enumerable.Range(0, shape.Pipes).Select(_ => MakePipe(width, shape, random)).ToList();
        var common = Deviate.Normal(random) * shape.CoverPart / 2;
        var read = new List<GridLine>();
        var of = new List<IReadOnlyList<int>>();
        for (var i = 0; i < lines.Count; i++)
        {
            var way = new Run([lines[i].From, lines[i].To]);
            var met = new List<(GridTarget Target, int Of)>();
            for (var p = 0; p < pipes.Count; p++)
            {
                foreach (var crossing in way.CrossingsWith(pipes[p].Way))
                {
                    if (Meet(shape, pipes[p], way, crossing.ChainageMetres, velocity, common, random) is { } target)
                    {
                        met.Add((target, p));
                    }
                }
            }

            var stones = (int)Math.Floor((shape.StonesPerMetre * way.Length) + random.NextDouble());
            for (var s = 0; s < stones; s++)
            {
                var cover = Between(0.2, 1.8);
                met.Add((new GridTarget(
                    Between(0, way.Length), Estimate.Symmetric(cover, 1.96 * shape.CoverPart * cover), shape.IsOwnVelocity ? velocity * Math.Exp(0.08 * Deviate.Normal(random)) : velocity, random.NextDouble() < 0.4,
                    Between(0.3, 0.9)), -1));
            }

            met.Sort((a, b) => a.Target.AlongMetres.CompareTo(b.Target.AlongMetres));
            read.Add(new GridLine($"L{i + 1}", lines[i].From, lines[i].To, [.. met.Select(m => m.Target)]));
            of.Add([.. met.Select(m => m.Of)]);
        }

        return new MadeUpGrid(read, pipes, of);
    }

    private static GridTarget? Meet(Shape shape, Pipe pipe, Run way, double at, double velocity, double common, Random random)
    {
        var on = pipe.Way.Project(way.At(at));
        var sine = Math.Abs(pipe.Way.DirectionAt(on.ChainageMetres).Dot(way.DirectionAt(at).Right));
        if (sine < 0.42 || random.NextDouble() > shape.Met)
        {
            return null;
        }

        var own = shape.CoverPart * Deviate.Normal(random) * 0.85;
        var cover = pipe.CoverAt(on.ChainageMetres) * Math.Exp(common + own) / (shape.IsOwnVelocity ? sine : 1);
        var along = Math.Clamp(at + (shape.AlongSigma * Deviate.Normal(random)), 0, way.Length);
        return new GridTarget(
            along, Estimate.Symmetric(cover, 1.96 * shape.CoverPart * cover), shape.IsOwnVelocity ? velocity * Math.Exp((0.6 * (common + own)) + (0.015 * Deviate.Normal(random))) / sine : velocity,
            random.NextDouble() < 0.03 ? !pipe.IsNormal : pipe.IsNormal, 0.5 + (0.49 * random.NextDouble()));
    }

    private static Pipe MakePipe(double width, Shape shape, Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var length = shape.LengthMetres;
        var (from, to) = (-0.53, width + 0.5);
        if (random.NextDouble() < shape.Short)
        {
            var part = Between(Math.Min(width, ShortestLines * shape.SpacingMetres), width);
            from = Between(-0.5, width - part);
            to = from + part;
        }

        var (start, turn) = (Between(0.05 * length, 0.95 * length), Between(-0.7, 0.7));
        var bend = random.NextDouble() < 0.5 ? 0 : Deviate.Normal(random) * 0.02;
        var (cover, fall) = (Between(0.35, 1.6), 0.02 * Deviate.Normal(random));
        var points = new List<SitePoint>();
        var covers = new List<double>();
        for (var x = from; x <= to; x += 0.2317)
        {
            var north = start + (turn * (x - (width / 2))) + (bend * (x - (width / 2)) * (x - (width / 2)));
            points.Add(new SitePoint(x, north));
            covers.Add(Math.Max(0.2, cover + (fall * x)));
        }

        return new Pipe(new Run(points), covers, random.NextDouble() < 0.4);
    }

    private const double ShortestLines = 6;

    /// <summary>How well runs hold against what lies there.</summary>
    /// <param name="Demanded">Pipes that enough lines met.</param>
    /// <param name="Found">Of those, found over most of what was met.</param>
    /// <param name="Claimed">Runs told.</param>
    /// <param name="True">Of those, of one pipe for the most part, and the first of it.</param>
    /// <param name="CoverErrors">At every point of the true runs, as a part.</param>
    /// <param name="Within">How often the pipe lay within the ± of the run's cover.</param>
    /// <param name="Told">The probability of every run, and whether it was true.</param>
    public sealed record Held(int Demanded, int Found, int Claimed, int True, IReadOnlyList<double> CoverErrors, IReadOnlyList<bool> Within, IReadOnlyList<(double Chance, bool IsTrue)> Told);

    /// <summary>Holds runs against it.</summary>
    public Held Judge(GridRuns found)
    {
        var of = found.Runs.Select(r => r.Points.Select(p => Of[p.Line][p.Target]).ToList()).ToList();
        var (demanded, hit, taken) = (0, 0, new HashSet<int>());
        for (var p = 0; p < Pipes.Count; p++)
        {
            var met = Of.Sum(l => l.Count(t => t == p));
            if (met < Enough)
            {
                continue;
            }

            demanded++;
            var best = Enumerable.Range(0, of.Count).DefaultIfEmpty(-1).MaxBy(r => r < 0 ? 0 : of[r].Count(t => t == p));
            if (best >= 0 && of[best].Count(t => t == p) >= 0.6 * met)
            {
                hit++;
            }
        }

        var (errors, within, told) = (new List<double>(), new List<bool>(), new List<(double, bool)>());
        for (var r = 0; r < of.Count; r++)
        {
            var most = of[r].GroupBy(t => t).MaxBy(g => g.Count())!;
            var isTrue = most.Key >= 0 && most.Count() >= 0.7 * of[r].Count && taken.Add(most.Key);
            told.Add((found.Runs[r].Probability, isTrue));
            if (!isTrue)
            {
                continue;
            }

            var pipe = Pipes[most.Key];
            foreach (var point in found.Runs[r].Points)
            {
                errors.Add(Math.Abs((point.CoverMetres / pipe.CoverAt(pipe.Way.Project(point.Place).ChainageMetres)) - 1));
            }

            var middle = found.Runs[r].Points[found.Runs[r].Points.Count / 2];
            within.Add(Math.Abs(middle.CoverMetres - pipe.CoverAt(pipe.Way.Project(middle.Place).ChainageMetres)) <= found.Runs[r].CoverUncertaintyMetres);
        }

        return new Held(demanded, hit, of.Count, told.Count(t => t.Item2), errors, within, told);
    }

    private const int Enough = 5;
}
