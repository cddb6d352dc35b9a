using System.Numerics.Tensors;
using GentleMole.Core.Fields;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>The solved grounds with the dots over them: what lines may do in them, and what that makes at the dots.</summary>
internal sealed class GroundModel
{
    /// <summary>Standard deviation of the logarithm of a line's current about that of the nearest solved ground.</summary>
    private const double StrongerSigma = 0.1;


    private const double ShownAmperesSigma = 0.02;
    private const double GuessedAmperesSigma = 1;
    private const double GuessedAmperes = 0.03;

    private readonly IdentifyTask _task;
    private readonly double[] _weights;
    private readonly double[] _scratch;
    private readonly IReadOnlyList<DotFields> _fields;

    /// <param name="withUnknown">Only grounds with a line that nobody drew, or only those without; null for all.</param>
    public GroundModel(IdentifyTask task, IReadOnlyList<SolvedGround> grounds, IReadOnlyList<DotFields> dots, bool? withUnknown = null)
    {
        (_task, Grounds, _fields, Dots) = (task, grounds, dots, [.. dots.Select(d => d.Places)]);
        Lines = task.Network.Lines.Count;
        var most = grounds.Max(g => g.LogWeight);
        var weights = grounds.Select(g => withUnknown is { } with && g.Draw.HasUnknown != with ? 0 : Math.Exp(g.LogWeight - most)).ToArray();
        var total = weights.Sum();
        _weights = Array.ConvertAll(weights, w => w / total);
        LogMean = most + Math.Log(total / grounds.Count);
        _scratch = new double[Dots.Max(d => d.Count) * DotPlaces.Each];
        Places = new LinePlaces(task, grounds, [.. Dots.Select(d => d.Observed)]);
    }

    /// <summary>What each dot is reckoned with.</summary>
    public static IReadOnlyList<DotFields> FieldsOf(IdentifyTask task, IReadOnlyList<SolvedGround> grounds)
    {
        var reach = Enumerable.Range(0, task.DoubtMetres.Count).Select(line => LinePlaces.ReachOf(task, line)).ToList();
        return [.. task.Dots.Select(d => new DotFields(new DotPlaces(d, task.Receiver), grounds, reach))];
    }

    /// <summary>Where lines may lie.</summary>
    public LinePlaces Places { get; }

    public IReadOnlyList<SolvedGround> Grounds { get; }

    public IReadOnlyList<DotPlaces> Dots { get; }

    /// <summary>Lines that are recorded; the unknown one follows them, the hookup that.</summary>
    public int Lines { get; }

    public int Unknown => Lines;

    public int Hookup => Lines + 1;

    public int Makers => Lines + 2;

    /// <summary>Logarithm of the mean weight of the grounds, those that are left out counting as nothing.</summary>
    public double LogMean { get; }

    /// <summary>Lines that can move in a ground.</summary>
    public int Moving(int ground) => Grounds[ground].Draw.HasUnknown ? Lines + 1 : Lines;

    /// <summary>Grounds by their weight, half of them by how many particles are in each.</summary>
    /// <param name="particles">Empty to draw by weight alone.</param>
    public LikelyGrounds Likely(IReadOnlyCollection<Particle> particles)
    {
        var drawn = (double[])_weights.Clone();
        if (particles.Count > 0)
        {
            drawn = Array.ConvertAll(drawn, w => w / 2);
            foreach (var particle in particles)
            {
                drawn[particle.Ground] += 0.5 / particles.Count;
            }
        }

        double passed = 0;
        return new LikelyGrounds(_weights, drawn, Array.ConvertAll(drawn, d => passed += d));
    }

    /// <summary>Grounds with how often each is drawn.</summary>
    public sealed record LikelyGrounds(double[] Weights, double[] Drawn, double[] Cumulative)
    {
        /// <summary>A ground.</summary>
        public int Draw(Random random)
        {
            var at = Array.BinarySearch(Cumulative, random.NextDouble() * Cumulative[^1]);
            return Math.Min(at >= 0 ? at : ~at, Cumulative.Length - 1);
        }

        /// <summary>Logarithm of how much likelier a ground is than it is drawn.</summary>
        public double LogWorth(int ground) => Math.Log(Weights[ground] / Drawn[ground]);
    }

    /// <summary>Middle and standard deviation of the logarithm of the current sent.</summary>
    public (double Middle, double Sigma) LogAmperes => _task is { ShownMilliamps: > 0 and var shown, Source: DirectSource or ClampSource }
        ? (Math.Log(shown / 1000), ShownAmperesSigma)
        : (_task.Source is DirectSource or ClampSource ? Math.Log(GuessedAmperes) : 0, GuessedAmperesSigma);

    /// <summary>Room for the fields of all makers at all dots.</summary>
    public double[][] Room() => [.. Enumerable.Range(0, Dots.Count * Makers).Select(i => Room(i / Makers))];

    /// <summary>Room for the field of one maker at a dot.</summary>
    public double[] Room(int dot) => new double[Stride(dot)];

    /// <summary>Where the field of a maker at a dot stands among all.</summary>
    public int At(int dot, int maker) => (dot * Makers) + maker;

    /// <summary>A particle in a ground, its fields not filled in.</summary>
    public Particle Empty(int ground, double[][] fields) => new()
    {
        Ground = ground, Aside = new double[(Lines + 1) * Places.Groups], Deeper = new double[(Lines + 1) * Places.Groups], Stronger = new double[Lines + 1], Looser = Ones(), Fields = fields, Log = new double[Dots.Count],
    };

    private double[] Ones()
    {
        var ones = new double[Lines + 1];
        Array.Fill(ones, 1);
        return ones;
    }

    /// <summary>Fills in what one maker makes at a dot.</summary>
    public void Fill(int ground, int dot, int maker, double aside, double deeper, double stronger, Span<double> into)
    {
        _fields[dot].Fill(ground, maker, aside, deeper, into);
        var by = Grounds[ground].Scale * (maker == Hookup ? 1 : Math.Exp(stronger));
        if (by != 1)
        {
            TensorPrimitives.Multiply(into, by, into);
        }
    }

    /// <summary>Numbers of one maker at a dot.</summary>
    private int Stride(int dot) => Dots[dot].Count * DotPlaces.Each;

    /// <summary>Fills in everything of a particle.</summary>
    public void FillAll(Particle particle)
    {
        for (var dot = 0; dot < Dots.Count; dot++)
        {
            Fill(particle, dot);
        }
    }

    /// <summary>Fills in everything of a particle at one dot.</summary>
    public void Fill(Particle particle, int dot)
    {
        var group = Places.GroupOf(dot);
        for (var maker = 0; maker < Makers; maker++)
        {
            var line = Math.Min(maker, Lines);
            Fill(particle.Ground, dot, maker, Places.Of(particle.Aside, line)[group], Places.Of(particle.Deeper, line)[group], particle.Stronger[line], particle.Fields[At(dot, maker)]);
        }

        particle.Log[dot] = Log(dot, particle.Fields, particle.LogAmperes);
    }

    /// <summary>Logarithm of the likelihood of a dot.</summary>
    public double Log(int dot, double[][] fields, double logAmperes) => LogOf(dot, Sum(dot, fields), logAmperes);

    /// <summary>The same with one maker's part put in the place of what it was.</summary>
    public double Log(int dot, double[][] fields, int maker, ReadOnlySpan<double> part, double logAmperes)
    {
        var sum = Sum(dot, fields);
        TensorPrimitives.Add(sum, part, sum);
        TensorPrimitives.Subtract(sum, fields[At(dot, maker)], sum);
        return LogOf(dot, sum, logAmperes);
    }

    private double LogOf(int dot, ReadOnlySpan<double> sum, double logAmperes) => DotLikelihood.Log(Dots[dot], sum, Math.Exp(logAmperes), _task.Receiver);

    /// <summary>How much likelier what was read at a dot would be if all of it agreed with a particle, and how many signs there are.</summary>
    public (double Surprise, int Signs) Surprise(Particle particle, int dot) =>
        DotLikelihood.Told(Dots[dot], Sum(dot, particle.Fields), Math.Exp(particle.LogAmperes), _task.Receiver);

    /// <summary>What a receiver would show at a dot.</summary>
    public ExpectedSigns Expected(Particle particle, int dot) =>
        ExpectedSigns.Of(Dots[dot], Sum(dot, particle.Fields), Math.Exp(particle.LogAmperes), _task.Receiver);

    /// <summary>Which maker owns the response of a dot, and whether it lies aside of it: its part of the field in step with the whole is the greatest.</summary>
    public (int Maker, bool IsAside) Owner(Particle particle, int dot)
    {
        const int at = DotPlaces.Peak * DotPlaces.Each;
        double re = 0, im = 0;
        for (var maker = 0; maker < Makers; maker++)
        {
            var field = particle.Fields[At(dot, maker)];
            (re, im) = (re + field[at], im + field[at + 1]);
        }

        var (owner, most) = (Hookup, double.NegativeInfinity);
        for (var maker = 0; maker < Makers; maker++)
        {
            var field = particle.Fields[At(dot, maker)];
            var part = (field[at] * re) + (field[at + 1] * im);
            if (part > most && (maker != Unknown || Grounds[particle.Ground].Draw.HasUnknown))
            {
                (owner, most) = (maker, part);
            }
        }

        if (owner == Hookup)
        {
            return (owner, false);
        }

        var shape = Grounds[particle.Ground].Shapes[owner];
        var group = Places.GroupOf(dot);
        var (offset, depth, _) = shape.Near(Dots[dot].Observed.Dot - (shape.Aside * Places.Of(particle.Aside, owner)[group]));
        return (owner, Math.Abs(offset) > 0.10 + (0.25 * depth * Math.Exp(Places.Of(particle.Deeper, owner)[group])));
    }

    /// <summary>How much stronger a line's current may be than in the nearest solved ground: logarithm.</summary>
    public static double AnyStronger(Random random) => StrongerSigma * Deviate.Normal(random);

    /// <summary>Logarithm of the prior of that.</summary>
    public static double LogStronger(double stronger) => PinProposal.LogNormal(stronger, 0, StrongerSigma);

    /// <summary>An empty collection of what the signs of a dot would be.</summary>
    /// <param name="logWorth">Logarithm of how likely the grounds are from which it is collected.</param>
    public Expectations ExpectationsOf(DotPlaces places, double logWorth) => new(places, _task.Receiver, logWorth);

    /// <summary>Which explanation a particle is of a dot: a line, the unknown one, the hookup, or disturbed, by their numbers.</summary>
    public int Answer(Particle particle, int dot)
    {
        var (maker, isAside) = Owner(particle, dot);
        return isAside ? Lines + 2 : maker;
    }

    /// <summary>The whole field of a particle at a place and height.</summary>
    /// <param name="solved">Its ground, or the same ground solved for another hookup.</param>
    /// <param name="dot">The dot about which it is asked: there lines lie as they do at it.</param>
    public Func<SitePoint, double, FieldWithPhase> Field(Particle particle, SolvedGround solved, int dot)
    {
        var group = Places.GroupOf(dot);
        var amperes = Math.Exp(particle.LogAmperes) * solved.Scale;
        var makers = solved.Makers;
        var shapes = Grounds[particle.Ground].Shapes;
        return (place, height) =>
        {
            var (inPhase, quadrature) = (default(Vector3), default(Vector3));
            for (var i = 0; i < makers.Count; i++)
            {
                var (moved, by) = (default(Vector3), amperes);
                if (i < shapes.Count)
                {
                    moved = (shapes[i].Aside * Places.Of(particle.Aside, i)[group]).Raised(shapes[i].Near(place).DepthMetres * (1 - Math.Exp(Places.Of(particle.Deeper, i)[group])));
                    by *= Math.Exp(particle.Stronger[i]);
                }

                var at = makers[i].At(place.Raised(height) - moved);
                (inPhase, quadrature) = (inPhase + (at.InPhase * by), quadrature + (at.Quadrature * by));
            }

            return new FieldWithPhase(inPhase, quadrature);
        };
    }

    private Span<double> Sum(int dot, double[][] fields)
    {
        var stride = Stride(dot);
        var sum = _scratch.AsSpan(0, stride);
        fields[At(dot, 0)].CopyTo(sum);
        for (var maker = 1; maker < Makers; maker++)
        {
            TensorPrimitives.Add(sum, fields[At(dot, maker)], sum);
        }

        return sum;
    }
}
