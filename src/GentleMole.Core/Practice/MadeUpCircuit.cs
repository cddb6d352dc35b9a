using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Practice;

/// <summary>
/// A circuit with one thing wrong in a made-up street: what is supposed of it, and what the transmitter shows over the ground as it
/// is. The fault is built into the network and solved, not put onto the answer.
/// </summary>
public sealed class MadeUpCircuit
{
    private const string Target = "gas";
    private const string OtherTracer = "gas west";
    private const string Main = "water";
    private const double ReadingPart = 0.03;
    private const double HeardPart = 0.08;

    private readonly SupposedGround _truth;
    private readonly DirectSource _source;
    private readonly double _clipOhms;
    private readonly Func<NetworkSolver, PortAnswer>? _throughService;
    private readonly Random _random;

    private MadeUpCircuit(PlannerTask task, HookupTry hookup, SupposedGround truth, DirectSource source, double clipOhms, Func<NetworkSolver, PortAnswer>? throughService, Random random) =>
        (Task, Hookup, _truth, _source, _clipOhms, _throughService, _random) = (task, hookup, truth, source, clipOhms, throughService, random);

    /// <summary>What is supposed of the ground, as the sheet has it.</summary>
    public PlannerTask Task { get; }

    /// <summary>The hookup as it was meant.</summary>
    public HookupTry Hookup { get; }

    /// <summary>What the transmitter shows at a frequency, with 3 % of scatter; null when the ground cannot be solved.</summary>
    public CircuitReading? Read(double hertz)
    {
        var mesh = new NetworkMesh(_truth.Network(), Cutting.For(hertz, _source));
        if (NetworkSolver.Of(mesh, hertz) is not { IsGood: true } solver)
        {
            return null;
        }

        var shown = solver.Value.Solve(_source).Shown;
        var ohms = _throughService is { } back
            ? back(solver.Value).Ohms.Magnitude
            : Math.Sqrt(Math.Pow(shown.ResistiveOhms!.Value + _clipOhms, 2) + Math.Pow(shown.LoopOhms!.Value, 2) - Math.Pow(shown.ResistiveOhms.Value, 2));
        ohms *= Math.Exp(ReadingPart * Deviate.Normal(_random));
        var milliamps = Math.Min(_source.Drive.SetAmperes, _source.Drive.MaxVolts / ohms) * 1000;
        return CircuitReading.Of(hertz, milliamps * ohms / 1000, milliamps);
    }

    /// <summary>Current that a receiver reads on the target some metres out, as a part of what is sent, with 8 % of scatter.</summary>
    public double? Hear(double hertz)
    {
        var mesh = new NetworkMesh(_truth.Network(), Cutting.For(hertz, _source));
        return NetworkSolver.Of(mesh, hertz) is not { IsGood: true } solver ? null
            : (_throughService is { } back ? back(solver.Value).Part
                : solver.Value.Solve(_source) is var solved ? solved.CurrentAt(Target, CircuitModel.HeardMetres) / solved.Shown.Amperes!.Value : 0).Magnitude
            * (1 + (HeardPart * Deviate.Normal(_random)));
    }

    /// <summary>A gas tracer with an earthed far end, its valve box with a second tracer that leads away, a cable and a water main near.</summary>
    /// <param name="fault">What is wrong; <see cref="CircuitCause.NoneOfThese"/> is not made.</param>
    /// <param name="soilOhmMetres">Soil as it is supposed.</param>
    /// <param name="asSupposed">True leaves soil, earths and stake as supposed; false draws them around that.</param>
    public static MadeUpCircuit Draw(Random random, CircuitCause fault, double soilOhmMetres, bool asSupposed, TransmitterProfile sender, ReceiverProfile hearer)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        double Scaled(double low, double high) => Math.Exp(Between(Math.Log(low), Math.Log(high)));
        double Drawn(double low, double high) => asSupposed ? 1 : Scaled(low, high);
        var length = Between(50, 110);
        var open = new SupposedEnd(EndSupposed.Open);
        SupposedEnd Earth(double ohms) => new(EndSupposed.Earthed, ohms);
        SupposedLine Line(string id, UtilityKind kind, Conductor conductor, double depth, SupposedEnd start, SupposedEnd end, params SitePoint[] points) =>
            new(id, id, kind, points, new(depth), conductor, start, end);
        var beside = Between(3, 6);
        var supposed = new SupposedGround(
            new SoilGround(soilOhmMetres),
            [
                Line(Target, UtilityKind.Gas, LineBuild.Tracer, Between(0.6, 1.1), open, Earth(20), new(0, 0), new(0, length)),
                Line(OtherTracer, UtilityKind.Gas, LineBuild.Tracer, Between(0.6, 1.1), open, Earth(20), new(-0.5, 0), new(-0.5 - Between(15, 60), -4)),
                Line("cable", UtilityKind.Electric, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), null)!, 0.7, Earth(15), Earth(10), new(beside, -30), new(beside, length + 10)),
                Line(Main, UtilityKind.Water, LineBuild.Of(UtilityKind.Water, Material.Of("cast iron"), null)!, 1.1, SupposedEnd.GoesOn, SupposedEnd.GoesOn, new(-12, -40), new(-12, length)),
            ], [], []);
        var stake = new SitePoint(-9, 0);
        var hookup = new HookupTry(Target, Target, HookupMethod.Direct, new(0, 0), "valve box", stake, 512, 25);
        var truth = PlausibleGround.Earths(PlausibleGround.Soil(supposed, Drawn(0.5, 2)), Drawn(1 / 3.0, 3));
        var rod = new EarthStake(stake);
        rod = rod with { Ohms = rod.OhmsIn(truth.Soil) * Drawn(0.4, 2.5) };
        var at = truth.Place(Target, 0);
        double clip = 0;
        Func<NetworkSolver, PortAnswer>? back = null;
        SupposedGround Jointed(double? ohms) => truth with { Joints = [new SupposedJoint(Target, Between(2, 0.7 * length), ohms)] };
        SupposedGround Bonded(string to, double there, double along, double ohms) => truth with { Bonds = [new SupposedBond(Target, along, to, there, ohms)] };
        switch (fault)
        {
            case CircuitCause.DirtyClip:
                clip = Scaled(400, 20_000);
                break;
            case CircuitCause.DryStake:
                rod = rod with { Ohms = rod.Ohms * Scaled(4, 30) };
                break;
            case CircuitCause.OpenFarEnd:
                truth = truth.With(Target, l => l with { End = open });
                break;
            case CircuitCause.BrokenLine:
                truth = Jointed(null);
                break;
            case CircuitCause.CorrodedJoint:
                truth = Jointed(Scaled(400, 20_000));
                break;
            case CircuitCause.BondedToAnother:
                truth = Bonded("cable", 30, 0, Scaled(0.3, 5));
                break;
            case CircuitCause.LooseEnd:
                truth = truth with { Lines = [.. truth.Lines, Line("end", UtilityKind.Gas, LineBuild.Tracer, 0.6, open, open, new(0.4, 0.2), new(0.4, 0.2 + Between(1, 4)))] };
                at = truth.Place("end", 0);
                break;
            case CircuitCause.WrongWire:
                at = truth.Place(OtherTracer, 0);
                break;
            case CircuitCause.ShortToEarth:
                truth = truth with { Lines = [.. truth.Lines, Line("bare", UtilityKind.Gas, LineBuild.Tracer, 0.8, open, Earth(Scaled(3, 80)), new(0.2, 1), new(0.5, 1))] };
                truth = Bonded("bare", 0, Between(0.5, 10), 0);
                break;
            case CircuitCause.StakeOnService:
                var known = random.Next(2) == 0;
                var (service, contact) = (truth.Place(Main, 40), Scaled(0.7, 20));
                if (known)
                {
                    rod = rod with { Place = new SitePoint(-11.6, 0) };
                    hookup = hookup with { Stake = rod.Place };
                }

                back = solver =>
                {
                    var ports = new NetworkPorts(solver, at, truth.Place(Target, CircuitModel.HeardMetres));
                    return known ? ports.BackAt(service) : ports.Plain with { Ohms = ports.Plain.Ohms + contact };
                };
                break;
        }

        var task = new PlannerTask
        {
            Ground = supposed, Target = Target, Work = new WorkStretch(0.3 * length, 0.7 * length), Points = [], StakeGround = new StakeGround(supposed, [], false, []),
            Transmitter = sender, Receiver = hearer,
        };
        return new MadeUpCircuit(task, hookup, truth, new DirectSource(at, rod, new Drive(0.025, sender.MaxVolts, sender.MaxWatts)), clip, back, random);
    }
}
