using GentleMole.Core.Fields;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Practice;

/// <summary>
/// SIMULATED. A dot or two over a ground that differs from its records as grounds do, with what a receiver showed there, and who
/// really made the response.
/// </summary>
/// <param name="Task">Records, hookup and readings.</param>
/// <param name="Truth">For each dot.</param>
public sealed record MadeUpScene(IdentifyTask Task, IReadOnlyList<(HypothesisKind Kind, string? Line)> Truth)
{
    private const string Target = "a";
    private const double ReachMetres = 4;
    private const double StepMetres = 0.05;
    private const double StandsOut = 1.07;
    private const double AboveFloor = 12;
    private static readonly double[] Frequencies = [512, 8000, 33_000, 83_000];

    /// <summary>A street of records, one draw of how it really is, a sweep across the target, and one of the responses met on it.</summary>
    public static MadeUpScene Draw(Random random)
    {
        while (true)
        {
            if (TryDraw(random) is { } scene)
            {
                return scene;
            }
        }
    }

    private static MadeUpScene? TryDraw(Random random)
    {
        var records = Records(random);
        var draw = new GroundSampler(records, [], asOftenAsTheyAre: true).Draw(random);
        var truth = Moved(draw, records, random);
        var shapes = truth.Network.Lines.Select(l => new LineShape(l)).ToList();
        var solver = NetworkSolver.Of(new NetworkMesh(truth.Network, Cutting.For(records.Hertz, truth.Source)), records.Hertz);
        if (!solver.IsGood || solver.Value.Solve(truth.Source) is not { Shown: { Amperes: { } amperes, Volts: { } volts } } solved)
        {
            return null;
        }

        var shares = solved.Shares();
        var ground = new SolvedGround(truth, [.. shares.Lines, shares.Hookup], shapes, 0);
        var hand = new Hand(random, records.Receiver, new CircuitFieldSum(ground.Makers));
        var shown = records with
        {
            ShownMilliamps = amperes * 1000 * (1 + (0.02 * Deviate.Normal(random))),
            ShownVolts = volts * (1 + (0.03 * Deviate.Normal(random))),
        };
        var run = records.Network.Line(Target).OnPlan();
        var chainage = Chainage(random, run);
        var walking = random.Next(2) == 0 ? run.DirectionAt(chainage).Azimuth : run.DirectionAt(chainage).Azimuth.Opposite;
        var responses = hand.Sweep(run.At(chainage), walking);
        if (responses.Count == 0)
        {
            return null;
        }

        var first = responses[random.Next(responses.Count)];
        var dots = new List<ObservedDot> { hand.Read(run.At(chainage), walking, first) };
        if (IsPlain(shown, dots[0]) is var plain && random.NextDouble() < plain)
        {
            return null;
        }

        if (random.Next(2) == 0 && Second(random, hand, run, chainage, walking, first, responses) is { } second)
        {
            dots.Add(second);
        }

        var task = shown with { Dots = dots };
        var model = new GroundModel(task, [ground], GroundModel.FieldsOf(task, [ground]));
        var particle = model.Empty(0, model.Room());
        model.FillAll(particle);
        return new MadeUpScene(task, [.. dots.Select((_, i) => Named(records, truth.HasUnknown, model.Owner(particle, i)))]);
    }

    private static (HypothesisKind Kind, string? Line) Named(IdentifyTask records, bool hasUnknown, (int Maker, bool IsAside) owner)
    {
        if (owner.IsAside)
        {
            return (HypothesisKind.Disturbed, null);
        }

        var lines = records.Network.Lines;
        return owner.Maker < lines.Count
            ? (lines[owner.Maker].Id == Target ? HypothesisKind.Target : HypothesisKind.Line, lines[owner.Maker].Id)
            : (hasUnknown && owner.Maker == lines.Count ? HypothesisKind.Unknown : HypothesisKind.Hookup, (string?)null);
    }

    private static ObservedDot? Second(Random random, Hand hand, Run run, double chainage, Azimuth walking, double first, IReadOnlyList<double> responses)
    {
        var others = responses.Where(r => Math.Abs(r - first) > 0.2).ToList();
        if (others.Count > 0 && random.Next(2) == 0)
        {
            return hand.Read(run.At(chainage), walking, others[random.Next(others.Count)]);
        }

        var further = chainage + ((4 + (5 * random.NextDouble())) * (random.Next(2) == 0 ? 1 : -1));
        if (further < 1 || further > run.Length - 1)
        {
            return null;
        }

        var ahead = run.DirectionAt(further).Azimuth.ApartFrom(walking) < 90 ? run.DirectionAt(further).Azimuth : run.DirectionAt(further).Azimuth.Opposite;
        var there = hand.Sweep(run.At(further), ahead);
        return there.Count == 0 ? null : hand.Read(run.At(further), ahead, there.MinBy(r => Math.Abs(r - first)));
    }

    /// <summary>Chance that a scene is left out because nobody would ask: it looks at nothing but the request.</summary>
    private static double IsPlain(IdentifyTask task, ObservedDot dot)
    {
        var nearest = task.Network.Lines.MinBy(l => Math.Abs(new LineShape(l).Near(dot.Dot).OffsetMetres))!.Id;
        var share = dot.CurrentMilliamps / task.ShownMilliamps;
        return nearest != Target ? 0 : share is >= 0.6 and <= 1.1 ? 0.9 : 0.5;
    }

    private static double Chainage(Random random, Run run) => random.Next(4) switch
    {
        0 => 2 + (6 * random.NextDouble()),
        1 => run.Length - 1 - (5 * random.NextDouble()),
        2 when run.Points.Count > 2 => Math.Clamp(run.ChainageOf(1) + (3 * Deviate.Normal(random)), 2, run.Length - 1),
        _ => 2 + ((run.Length - 3) * random.NextDouble()),
    };

    private static IdentifyTask Records(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        bool Chance(double part) => random.NextDouble() < part;
        var (origin, way) = (new SitePoint(Between(0, 40), Between(0, 40)), Azimuth.Of(Between(0, 360)));
        var length = Between(40, 90);
        var corners = new List<SitePoint> { origin };
        if (Chance(0.3))
        {
            var first = Between(0.3, 0.7) * length;
            corners.Add(origin + (way.Direction * first));
            corners.Add(corners[1] + (way.Turned(Between(15, 80) * (Chance(0.5) ? 1 : -1)).Direction * (length - first)));
        }
        else
        {
            corners.Add(origin + (way.Direction * length));
        }

        LineEnd End() => Chance(0.5) ? LineEnd.Open : LineEnd.Earthed(GroundSampler.LogUniform(random, 5, 60));
        Conductor Metallic() => random.Next(4) switch
        {
            0 => new Conductor(Metal.Copper, 0.0018, null, Coating.Polyethylene),
            1 => new Conductor(Metal.Aluminium, 0.04, 0.003, Coating.Polyethylene),
            2 => new Conductor(Metal.Steel, 0.06, 0.004, Coating.Bitumen),
            _ => new Conductor(Metal.Iron, 0.118, 0.008, Coating.Bare),
        };
        var (lines, doubts, bonds) = (new List<NetworkLine>(), new List<double>(), new List<Bond>());
        void Add(IEnumerable<SitePoint> points)
        {
            var depth = Between(0.45, 1.4);
            lines.Add(new NetworkLine(((char)('a' + lines.Count)).ToString(), [.. points.Select(p => p.Raised(-depth))], Metallic(), End(), End()));
            doubts.Add(Between(0.15, 0.8));
        }

        Add(corners);
        var run = new Run(corners);
        for (var i = random.Next(1, 4); i > 0; i--)
        {
            var aside = Between(0.6, 5) * (Chance(0.5) ? 1 : -1);
            if (Chance(0.3))
            {
                var at = run.At(Between(0.15, 0.85) * run.Length);
                var across = way.Turned(90 + Between(-40, 40)).Direction;
                Add([at - (across * Between(8, 30)), at + (across * Between(8, 30))]);
            }
            else
            {
                Add([run.At(Between(-15, 15), aside), .. corners.Skip(1).SkipLast(1).Select((_, k) => run.At(run.ChainageOf(k + 1), aside)), run.At(run.Length + Between(-15, 15), aside + Between(-1, 1))]);
            }
        }

        if (Chance(0.25))
        {
            // A second wire that begins in the same box.
            var there = origin + (Azimuth.Of(Between(0, 360)).Direction * Between(0.2, 1));
            Add([there, there + (way.Turned(Between(-60, 60)).Direction * Between(20, 60))]);
        }

        if (Chance(0.2))
        {
            var at = Between(0.2, 0.8) * run.Length;
            Add([run.At(at), run.At(at) + (run.DirectionAt(at).Right.Azimuth.Turned(Chance(0.5) ? 0 : 180).Direction * Between(8, 25))]);
            bonds.Add(new Bond(new LinePlace(Target, Math.Min(at, lines[0].LengthMetres)), new LinePlace(lines[^1].Id, 0), 0.01));
        }

        if (lines.Count > 1 && Chance(0.2))
        {
            var other = lines[1];
            var end = corners[^1];
            var foot = other.OnPlan().Project(end);
            bonds.Add(new Bond(new LinePlace(Target, lines[0].LengthMetres), new LinePlace(other.Id, Math.Min(foot.ChainageMetres, other.LengthMetres)), GroundSampler.LogUniform(random, 0.3, 5)));
        }

        var hertz = Frequencies[random.Next(Frequencies.Length)];
        var side = run.DirectionAt(0).Right * (Between(4, 10) * (Chance(0.5) ? 1 : -1));
        var milliamps = new[] { 25, 50, 100 }[random.Next(3)];
        return new IdentifyTask
        {
            Network = new BuriedNetwork(new SoilGround(GroundSampler.LogUniform(random, 20, 1500)), lines, bonds, []), DoubtMetres = doubts, Hertz = hertz,
            Frequencies = Frequencies, Target = Target, Dots = [], Receiver = IdentifyTask.CalibratedAt(hertz),
            Source = new DirectSource(new LinePlace(Target, 0), new EarthStake(origin + side), new Drive(milliamps / 1000.0, 60, 5)),
        };
    }

    /// <summary>Every line aside and deeper as a whole, the stake's own resistance, and what the transmitter is set to.</summary>
    private static GroundDraw Moved(GroundDraw draw, IdentifyTask records, Random random)
    {
        var lines = draw.Network.Lines.Select((line, i) =>
        {
            var isKnown = i < records.Network.Lines.Count;
            var side = new LineShape(line).Aside * (isKnown ? records.DoubtMetres[i] * Deviate.Normal(random) : 0);
            var deeper = isKnown ? Math.Exp(0.2 * Deviate.Normal(random)) : 1;
            return new NetworkLine(
                line.Id, [.. line.Points.Select(p => new Vector3(p.East + side.East, p.North + side.North, Math.Min(p.Up * deeper, -1.01 * line.RadiusMetres)))], line.Conductor, line.Start, line.End);
        }).ToList();
        var direct = (DirectSource)draw.Source;
        var set = (DirectSource)records.Source;
        var ohms = direct.Stake.OhmsIn(draw.Network.Soil) * GroundSampler.LogUniform(random, 0.4, 2.5);
        return draw with { Network = draw.Network with { Lines = lines }, Source = direct with { Stake = direct.Stake with { Ohms = ohms }, Drive = set.Drive } };
    }

    /// <summary>The field of all makers.</summary>
    private sealed class CircuitFieldSum(IReadOnlyList<CircuitField> makers)
    {
        public FieldWithPhase At(SitePoint place, double height)
        {
            var (inPhase, quadrature) = (default(Vector3), default(Vector3));
            foreach (var maker in makers)
            {
                var at = maker.At(place.Raised(height));
                (inPhase, quadrature) = (inPhase + at.InPhase, quadrature + at.Quadrature);
            }

            return new FieldWithPhase(inPhase, quadrature);
        }
    }

    /// <summary>Somebody who sweeps and reads.</summary>
    private sealed class Hand(Random random, ReceiverBuild receiver, CircuitFieldSum field)
    {
        /// <summary>Offsets of the responses met across.</summary>
        public IReadOnlyList<double> Sweep(SitePoint position, Azimuth walking)
        {
            var right = walking.Direction.Right;
            var steps = (int)Math.Round(2 * ReachMetres / StepMetres);
            var level = Enumerable.Range(0, steps + 1).Select(i => Size(field.At(position + (right * ((i * StepMetres) - ReachMetres)), receiver.LowerCoilMetres), right)).ToArray();
            var found = new List<double>();
            for (var i = 1; i < steps; i++)
            {
                if (level[i] > level[i - 1] && level[i] >= level[i + 1] && level[i] > AboveFloor * receiver.FloorTesla
                    && level[i] > StandsOut * Lowest(level, i, -1) && level[i] > StandsOut * Lowest(level, i, 1))
                {
                    found.Add((i * StepMetres) - ReachMetres);
                }
            }

            return found;
        }

        /// <summary>What is read at a response, some of it.</summary>
        public ObservedDot Read(SitePoint position, Azimuth walking, double at)
        {
            var right = walking.Direction.Right;
            var crest = Finest(position, right, at);
            var rough = field.At(position + (right * crest), receiver.LowerCoilMetres);
            var distance = Distance(position + (right * crest), right, 0, noisy: false) ?? 1;
            var peak = crest + ((0.015 + (0.01 * distance)) * Deviate.Normal(random));
            var place = position + (right * peak);
            var silent = Null(position, right, crest);
            var lower = Noisy(Size(rough, right));
            var shown = Distance(place, right, 0, noisy: true);
            var vertical = Math.Sqrt((rough.InPhase.Up * rough.InPhase.Up) + (rough.Quadrature.Up * rough.Quadrature.Up));
            shown = vertical > 0.7 * lower || lower < 8 * receiver.FloorTesla ? null : shown;
            bool Given(double part) => random.NextDouble() < part;
            var depth = shown is { } d ? d - receiver.LowerCoilMetres : (double?)null;
            var lifted = Distance(place, right, ObservedDot.LiftMetres, noisy: true);
            var along = walking.Direction;
            var direction = ExpectedDirection(rough, right, along);
            var cosine = Dot(rough.InPhase, right) / Math.Max(Size(rough, right), 1e-30);
            var unclear = Math.Abs(cosine) < DotLikelihood.UnclearCosine || lower < 8 * receiver.FloorTesla;
            var isWith = cosine > 0 == random.NextDouble() < 0.98;
            return new ObservedDot(position, walking, peak)
            {
                NullOffsetMetres = silent is { } n && Given(0.85) ? n + ((0.01 + (0.005 * distance)) * Deviate.Normal(random)) : null,
                Depth = depth is > 0 and { } deep && Given(0.85) ? new Depth(deep) : null,
                CurrentMilliamps = shown is { } s ? lower * 2 * Math.PI * s / Physics.Mu0 * 1000 : null,
                Way = Given(0.65) ? unclear ? CurrentWay.None : isWith ? CurrentWay.With : CurrentWay.Against : null,
                Direction = Given(0.6) ? walking.Turned(direction + (3 * Deviate.Normal(random))) : null,
                PeakNanotesla = Given(0.4) ? Math.Max(lower, receiver.FloorTesla) * 1e9 : null,
                LiftRatio = shown is { } low && lifted is { } high && Given(0.5) ? (high - low) / ObservedDot.LiftMetres : null,
                SidewaysFraction = Given(0.5) ? Noisy(Size(rough, along)) / Math.Max(lower, receiver.FloorTesla) : null,
                Readings = Given(0.08) ? [.. Enumerable.Range(-5, 11).Select(k => Reading(position, right, peak + (0.2 * k)))] : [],
            };
        }

        private CrossReading Reading(SitePoint position, SitePoint right, double offset)
        {
            var there = field.At(position + (right * offset), receiver.LowerCoilMetres);
            var vertical = Math.Sqrt((there.InPhase.Up * there.InPhase.Up) + (there.Quadrature.Up * there.Quadrature.Up));
            return new CrossReading(offset, receiver.LowerCoilMetres, Noisy(Size(there, right)) * 1e9, Noisy(vertical) * 1e9);
        }

        private double Finest(SitePoint position, SitePoint right, double near)
        {
            var (best, most) = (near, 0.0);
            for (var y = near - StepMetres; y <= near + StepMetres; y += 0.005)
            {
                if (Size(field.At(position + (right * y), receiver.LowerCoilMetres), right) is var level && level > most)
                {
                    (best, most) = (y, level);
                }
            }

            return best;
        }

        /// <summary>The least of the vertical response nearest to a crest.</summary>
        private double? Null(SitePoint position, SitePoint right, double crest)
        {
            double Vertical(double y) => field.At(position + (right * y), receiver.LowerCoilMetres) is var f
                ? (f.InPhase.Up * f.InPhase.Up) + (f.Quadrature.Up * f.Quadrature.Up) : 0;
            double? nearest = null;
            for (var y = crest - 1.5; y <= crest + 1.5; y += 0.01)
            {
                if (Vertical(y) <= Vertical(y - 0.01) && Vertical(y) < Vertical(y + 0.01) && (nearest is not { } n || Math.Abs(y - crest) < Math.Abs(n - crest)))
                {
                    nearest = y;
                }
            }

            return nearest;
        }

        private double? Distance(SitePoint place, SitePoint right, double lift, bool noisy)
        {
            var (low, high) = (Size(field.At(place, receiver.LowerCoilMetres + lift), right), Size(field.At(place, receiver.LowerCoilMetres + receiver.SeparationMetres + lift), right));
            (low, high) = noisy ? (Noisy(low), Noisy(high)) : (low, high);
            return low / high is var ratio and > 1.02 ? receiver.SeparationMetres / (ratio - 1) : null;
        }

        private static double ExpectedDirection(FieldWithPhase at, SitePoint right, SitePoint along)
        {
            var (a, b, c, d) = (Dot(at.InPhase, right), Dot(at.Quadrature, right), Dot(at.InPhase, along), Dot(at.Quadrature, along));
            return -0.5 * Math.Atan2(2 * ((a * c) + (b * d)), (a * a) + (b * b) - (c * c) - (d * d)) * 180 / Math.PI;
        }

        private double Noisy(double tesla) =>
            Math.Abs(tesla + (Deviate.Normal(random) * Math.Sqrt((receiver.RelativeNoise * receiver.RelativeNoise * tesla * tesla) + (receiver.FloorTesla * receiver.FloorTesla))));

        private static double Lowest(double[] level, int from, int step)
        {
            var lowest = level[from];
            for (var i = from + step; i >= 0 && i < level.Length && level[i] <= level[from]; i += step)
            {
                lowest = Math.Min(lowest, level[i]);
            }

            return lowest;
        }

        private static double Size(FieldWithPhase at, SitePoint along) => at.SizeAlong(along.Raised(0));

        private static double Dot(Vector3 field, SitePoint along) => field.OnPlan.Dot(along);
    }
}
