using GentleMole.Core.Fields;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>
/// What else could be read, by how much it would shrink the doubt about the line: entropy now, less the mean entropy after an outcome
/// that each particle in turn would show, judged by the others (Lindley 1956).
/// </summary>
internal sealed class NextMeasurements
{
    /// <summary>From here one explanation is enough.</summary>
    public const double Settled = 0.97;

    /// <summary>Less is not worth a minute.</summary>
    public const double LeastBits = 0.02;

    private const int Sample = 90;
    private const int Seed = 7;
    private const double AlongMetres = 6;
    private const double SweepMetres = 4;
    private const double WideMetres = 7;
    private const double StepMetres = 0.25;
    private const double StandsOut = 1.07;
    private const double LeastStakeMetres = 3;
    private const double RowStepMetres = 0.2;
    private const int RowEachSide = 5;
    private const double PlaceSigma = 0.06;
    private const double LevelSigma = 0.08;
    private const double RowSigma = 0.08;
    private const double RowShare = 0.35;

    /// <summary>A response that one ground shows and another does not.</summary>
    private const double LogMissed = -3.5;

    private readonly IdentifyTask _task;
    private readonly ObservedDot _dot;
    private readonly int _at;
    private readonly IReadOnlyList<(Particle Particle, GroundModel Model, int Answer)> _sample;

    private NextMeasurements(IdentifyTask task, int dot, IReadOnlyList<(Particle, GroundModel, int)> sample) =>
        (_task, _at, _dot, _sample) = (task, dot, task.Dots[dot], sample);

    /// <summary>One thing that is shown: NaN for nothing; the way of a current is told by its sign alone.</summary>
    private readonly record struct Shown(double Value, double Sigma, double Share = 1);

    /// <summary>The most telling first; empty where nothing is worth a minute.</summary>
    /// <param name="answer">Which explanation a particle is, in its model.</param>
    public static IReadOnlyList<NextMeasurement> Of(
        IdentifyTask task, int dot, IReadOnlyList<(ParticleChain Chain, GroundModel Model, double Weight)> chains, Func<GroundModel, Particle, int> answer, CancellationToken cancel)
    {
        var sample = new List<(Particle, GroundModel, int)>(Sample);
        foreach (var (chain, model, weight) in chains)
        {
            var count = (int)Math.Round(Sample * weight);
            for (var i = 0; i < count; i++)
            {
                var particle = chain.Particles[i * chain.Particles.Count / count];
                sample.Add((particle, model, answer(model, particle)));
            }
        }

        var next = new NextMeasurements(task, dot, sample);
        var kinds = next.Kinds().ToList();
        var found = new NextMeasurement[kinds.Count];
        Parallel.For(0, kinds.Count, new ParallelOptions { CancellationToken = cancel }, i =>
        {
            var (kind, shows) = kinds[i];
            found[i] = new NextMeasurement(kind, next.Bits([.. sample.Select(s => shows(s.Item1, s.Item2))], new Random(Seed)));
        });
        return [.. found.Where(m => m.Bits >= LeastBits).OrderByDescending(m => m.Bits)];
    }

    private IEnumerable<(NextKind Kind, Func<Particle, GroundModel, Shown[]> Shows)> Kinds()
    {
        yield return (NextKind.CurrentOnOtherResponse, (p, m) => Others(Same(p, m), 0, SweepMetres));
        yield return (NextKind.SweepWider, (p, m) => Others(Same(p, m), SweepMetres, WideMetres));
        yield return (NextKind.SecondDotAlong, (p, m) => Near(Same(p, m), _dot.Position + (_dot.Walking.Direction * AlongMetres)));
        if (_dot.LiftRatio is null)
        {
            yield return (NextKind.Lift, (p, m) => Lift(Same(p, m)));
        }

        if (_dot.SidewaysFraction is null)
        {
            yield return (NextKind.TurnSideways, (p, m) => Sideways(Same(p, m)));
        }

        if (_dot.Readings.Count == 0)
        {
            yield return (NextKind.RowAcross, (p, m) => Row(Same(p, m)));
        }

        if (_task.Frequencies.Where(f => f < _task.Hertz).DefaultIfEmpty(0).Max() is > 0 and var lower)
        {
            var kept = new Dictionary<(GroundModel, int), SolvedGround?>();
            yield return (NextKind.LowerFrequency, (p, m) => Near(Anew(p, m, kept, lower, s => s), _dot.Position));
        }

        if (_task.Source is DirectSource direct)
        {
            var (other, far) = (OtherSide(direct), FarEnd(direct));
            var moved = new Dictionary<(GroundModel, int), SolvedGround?>();
            yield return (NextKind.MoveStake, (p, m) => Near(Anew(p, m, moved, _task.Hertz, s => s is DirectSource d ? d with { Stake = d.Stake with { Place = other } } : s), _dot.Position));
            var ended = new Dictionary<(GroundModel, int), SolvedGround?>();
            yield return (NextKind.SecondHookupFarEnd, (p, m) => Near(Anew(p, m, ended, _task.Hertz, s => far), _dot.Position));
        }
    }

    /// <summary>The stake as far on the other side of the line.</summary>
    private SitePoint OtherSide(DirectSource direct)
    {
        var line = _task.Network.Line(direct.At.Line);
        var (clip, ahead) = (line.At(direct.At.ChainageMetres).OnPlan, line.OnPlan().DirectionAt(direct.At.ChainageMetres));
        var away = direct.Stake.Place - clip;
        return clip + away - (ahead.Right * (2 * away.Dot(ahead.Right)));
    }

    private DirectSource FarEnd(DirectSource direct)
    {
        var line = _task.Network.Line(_task.Target);
        var atEnd = direct.At.Line != _task.Target || direct.At.ChainageMetres < line.LengthMetres / 2;
        var (run, clip) = (line.OnPlan(), (atEnd ? line.Points[^1] : line.Points[0]).OnPlan);
        var away = Math.Max(LeastStakeMetres, direct.Stake.Place.DistanceTo(_task.Network.Line(direct.At.Line).At(direct.At.ChainageMetres).OnPlan));
        return new DirectSource(
            new LinePlace(_task.Target, atEnd ? line.LengthMetres : 0), direct.Stake with { Place = clip + (run.DirectionAt(atEnd ? run.Length : 0).Right * away) },
            new Drive(1, double.MaxValue, double.MaxValue));
    }

    private Func<SitePoint, double, FieldWithPhase> Same(Particle particle, GroundModel model) => model.Field(particle, model.Grounds[particle.Ground], _at);

    /// <summary>The same ground solved for another hookup; null where that cannot be.</summary>
    private Func<SitePoint, double, FieldWithPhase>? Anew(
        Particle particle, GroundModel model, Dictionary<(GroundModel, int), SolvedGround?> kept, double hertz, Func<SignalSource, SignalSource> change)
    {
        if (!kept.TryGetValue((model, particle.Ground), out var solved))
        {
            var ground = model.Grounds[particle.Ground];
            kept[(model, particle.Ground)] = solved = SolvedGround.Of(
                ground.Draw with { Source = change(ground.Draw.Source) }, _task with { Hertz = hertz, ShownVolts = null }, [.. ground.Shapes.Take(model.Lines)]);
        }

        return solved is null ? null : model.Field(particle, solved, _at);
    }

    /// <summary>The response nearest to the dot's offset on a tape through a place: where, how strong, how deep, which way.</summary>
    private Shown[] Near(Func<SitePoint, double, FieldWithPhase>? field, SitePoint position)
    {
        if (field is null)
        {
            return [new(double.NaN, PlaceSigma), new(double.NaN, LevelSigma), new(double.NaN, 0.1), new(double.NaN, 0)];
        }

        var across = _dot.Across;
        var (low, high) = (_task.Receiver.LowerCoilMetres, _task.Receiver.LowerCoilMetres + _task.Receiver.SeparationMetres);
        var best = Peaks(field, position, -1.5, 1.5).Select(p => (double?)p.Offset).MinBy(o => Math.Abs(o!.Value - _dot.PeakOffsetMetres));
        if (best is not { } offset)
        {
            return [new(double.NaN, PlaceSigma), new(double.NaN, LevelSigma), new(double.NaN, 0.1), new(double.NaN, 0)];
        }

        var place = position + (across * offset);
        var at = field(place, low);
        var (lower, upper) = (Size(at, across), Size(field(place, high), across));
        var distance = lower / Math.Max(upper, 1e-30) is var ratio and > 1.02 ? _task.Receiver.SeparationMetres / (ratio - 1) : double.NaN;
        return
        [
            new(offset, PlaceSigma), new(Math.Log(Math.Max(lower, 1e-15)), LevelSigma),
            new(distance, double.IsNaN(distance) ? 0.1 : DotLikelihood.DistanceSigma(distance, _task.Receiver)), new(Dot(at.InPhase, across) / Math.Max(lower, 1e-30), 0),
        ];
    }

    /// <summary>The strongest other response between two distances to both sides: where, how strong against that of the dot, which way.</summary>
    private Shown[] Others(Func<SitePoint, double, FieldWithPhase> field, double from, double to)
    {
        var here = Size(field(_dot.Dot, _task.Receiver.LowerCoilMetres), _dot.Across);
        var other = Peaks(field, _dot.Position, _dot.PeakOffsetMetres - to, _dot.PeakOffsetMetres + to)
            .Where(p => Math.Abs(p.Offset - _dot.PeakOffsetMetres) is var apart && apart > Math.Max(0.4, from)).OrderByDescending(p => p.Level).FirstOrDefault();
        if (other.Level <= 0)
        {
            return [new(double.NaN, PlaceSigma), new(double.NaN, LevelSigma), new(double.NaN, 0)];
        }

        var at = field(_dot.At(other.Offset), _task.Receiver.LowerCoilMetres);
        return [new(other.Offset, PlaceSigma), new(Math.Log(other.Level / Math.Max(here, 1e-15)), LevelSigma), new(Dot(at.InPhase, _dot.Across) / other.Level, 0)];
    }

    private Shown[] Lift(Func<SitePoint, double, FieldWithPhase> field)
    {
        double? Distance(double lift)
        {
            var (low, high) = (_task.Receiver.LowerCoilMetres + lift, _task.Receiver.LowerCoilMetres + _task.Receiver.SeparationMetres + lift);
            var ratio = Size(field(_dot.Dot, low), _dot.Across) / Math.Max(Size(field(_dot.Dot, high), _dot.Across), 1e-30);
            return ratio > 1.02 ? _task.Receiver.SeparationMetres / (ratio - 1) : null;
        }

        return Distance(0) is { } at && Distance(ObservedDot.LiftMetres) is { } lifted
            ? [new((lifted - at) / ObservedDot.LiftMetres, DotLikelihood.LiftSigma(at, _task.Receiver))]
            : [new(double.NaN, 0.2)];
    }

    private Shown[] Sideways(Func<SitePoint, double, FieldWithPhase> field)
    {
        var at = field(_dot.Dot, _task.Receiver.LowerCoilMetres);
        var sideways = Math.Min(10, Size(at, _dot.Walking.Direction) / Math.Max(Size(at, _dot.Across), 1e-30));
        return [new(sideways, DotLikelihood.SidewaysSigma(sideways))];
    }

    private Shown[] Row(Func<SitePoint, double, FieldWithPhase> field)
    {
        var shown = new List<Shown>();
        for (var k = -RowEachSide; k <= RowEachSide; k++)
        {
            var at = field(_dot.At(_dot.PeakOffsetMetres + (RowStepMetres * k)), _task.Receiver.LowerCoilMetres);
            shown.Add(new(Math.Log(Math.Max(Size(at, _dot.Across), 1e-13)), RowSigma, RowShare));
            shown.Add(new(Math.Log(Math.Max(Math.Sqrt((at.InPhase.Up * at.InPhase.Up) + (at.Quadrature.Up * at.Quadrature.Up)), 1e-11)), 2 * RowSigma, RowShare));
        }

        return [.. shown];
    }

    /// <summary>Peaks across that stand out, with their level.</summary>
    private List<(double Offset, double Level)> Peaks(Func<SitePoint, double, FieldWithPhase> field, SitePoint position, double from, double to)
    {
        var count = (int)Math.Round((to - from) / StepMetres);
        var level = new double[count + 1];
        for (var i = 0; i <= count; i++)
        {
            level[i] = Size(field(position + (_dot.Across * (from + (i * StepMetres))), _task.Receiver.LowerCoilMetres), _dot.Across);
        }

        var found = new List<(double, double)>();
        for (var i = 1; i < count; i++)
        {
            if (level[i] > level[i - 1] && level[i] >= level[i + 1] && level[i] > 12 * _task.Receiver.FloorTesla)
            {
                // One over the response is a parabola over a line.
                var (a, b, c) = (1 / level[i - 1], 1 / level[i], 1 / level[i + 1]);
                var off = StepMetres * 0.5 * (a - c) / (a - (2 * b) + c);
                found.Add((from + (i * StepMetres) + off, level[i]));
            }
        }

        found.RemoveAll(p => found.Exists(o => o.Item2 > p.Item2 && Lowest(level, p.Item1, o.Item1, from) * StandsOut > p.Item2));
        return found;
    }

    private static double Lowest(double[] level, double one, double other, double from)
    {
        var (a, b) = ((int)((Math.Min(one, other) - from) / StepMetres), (int)((Math.Max(one, other) - from) / StepMetres));
        var lowest = double.PositiveInfinity;
        for (var i = Math.Max(0, a); i <= Math.Min(b + 1, level.Length - 1); i++)
        {
            lowest = Math.Min(lowest, level[i]);
        }

        return lowest;
    }

    private double Bits(IReadOnlyList<Shown[]> shows, Random random)
    {
        var answers = _sample.Select(s => s.Answer).ToList();
        var count = answers.Max() + 1;
        var before = Entropy(Counted(answers, Enumerable.Repeat(1.0, answers.Count), count));
        double after = 0;
        for (var i = 0; i < shows.Count; i++)
        {
            var outcome = Array.ConvertAll(shows[i], s => s with { Value = s.Sigma == 0 ? s.Value : s.Value + (s.Sigma * Deviate.Normal(random)) });
            var log = new double[shows.Count];
            for (var j = 0; j < shows.Count; j++)
            {
                log[j] = j == i ? double.NegativeInfinity : Log(outcome, shows[j]);
            }

            var most = log.Max();
            after += Entropy(Counted(answers, log.Select(l => Math.Exp(l - most)), count)) / shows.Count;
        }

        return Math.Clamp(before - after, 0, 4);
    }

    private static double Log(Shown[] outcome, Shown[] expected)
    {
        double sum = 0;
        for (var k = 0; k < outcome.Length; k++)
        {
            var (seen, model) = (outcome[k], expected[k]);
            if (double.IsNaN(seen.Value) || double.IsNaN(model.Value))
            {
                sum += double.IsNaN(seen.Value) == double.IsNaN(model.Value) ? 0 : LogMissed;
            }
            else if (seen.Sigma == 0)
            {
                var way = Math.Abs(seen.Value) < DotLikelihood.UnclearCosine ? CurrentWay.None : seen.Value > 0 ? CurrentWay.With : CurrentWay.Against;
                sum += Math.Log(DotLikelihood.WayChance(way, model.Value));
            }
            else
            {
                sum += seen.Share * SignLikelihood.Log(seen.Value - model.Value, model.Sigma);
            }
        }

        return sum;
    }

    private static double[] Counted(IReadOnlyList<int> answers, IEnumerable<double> weights, int count)
    {
        var sums = new double[count];
        var i = 0;
        foreach (var weight in weights)
        {
            sums[answers[i++]] += weight;
        }

        return sums;
    }

    private static double Entropy(double[] weights)
    {
        var total = weights.Sum();
        return total > 0 ? -weights.Where(w => w > 0).Sum(w => w / total * Math.Log2(w / total)) : 0;
    }

    private static double Size(FieldWithPhase at, SitePoint along) => at.SizeAlong(along.Raised(0));

    private static double Dot(Vector3 field, SitePoint along) => field.OnPlan.Dot(along);
}
