using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Practice;

/// <summary>A made-up street in which a hookup is planned, and the ground under it as it turns out to be.</summary>
/// <param name="Task">What is supposed.</param>
public sealed record MadeUpStreet(PlannerTask Task)
{
    private const string Target = "target";

    /// <summary>A tracer or pipe 60 to 130 m long with two to four lines beside and across it, some bonded at an end, in soil from clay to dry sand.</summary>
    public static MadeUpStreet Draw(Random random, TransmitterProfile sender, ReceiverProfile hearer)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        bool Chance(double part) => random.NextDouble() < part;
        SupposedEnd End(double earthed) => Chance(earthed) ? new SupposedEnd(EndSupposed.Earthed, Math.Exp(Between(Math.Log(5), Math.Log(80))))
            : Chance(0.5) ? SupposedEnd.GoesOn : new SupposedEnd(EndSupposed.Open);
        var length = Between(60, 130);
        var conductors = new (UtilityKind Kind, Conductor Conductor)[]
        {
            (UtilityKind.Gas, LineBuild.Tracer),
            (UtilityKind.Gas, LineBuild.Of(UtilityKind.Gas, Material.Of("steel"), null)!),
            (UtilityKind.Water, LineBuild.Of(UtilityKind.Water, Material.Of("cast iron"), null)!),
            (UtilityKind.Communications, LineBuild.Of(UtilityKind.Communications, Material.Of("cable"), null)!),
            (UtilityKind.Electric, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), null)!),
        };
        SupposedLine Line(string id, (UtilityKind Kind, Conductor Conductor) of, double earthed, params SitePoint[] points) =>
            new(id, id, of.Kind, points, new(Between(0.5, 1.4)), of.Conductor, End(earthed), End(earthed));
        var lines = new List<SupposedLine>
        {
            Line(Target, conductors[Chance(0.6) ? 0 : random.Next(1, 4)], 0.5, new(0, 0), new(0, length)),
        };
        for (var i = random.Next(2, 5); i > 0; i--)
        {
            var (aside, from) = (Between(0.8, 7) * (Chance(0.5) ? 1 : -1), Between(-20, 20));
            lines.Add(Chance(0.25)
                ? Line($"across {i}", conductors[random.Next(1, 5)], 0.6, new(-30, Between(0, length)), new(30, Between(0, length)))
                : Line($"beside {i}", conductors[random.Next(1, 5)], 0.6, new(aside, from), new(aside + Between(-1, 1), length + Between(-20, 20))));
        }

        var bonds = lines.Skip(1).Where(l => l.Id.StartsWith("beside", StringComparison.Ordinal) && Chance(0.25))
            .Select(l => new SupposedBond(Target, length, l.Id, l.Run.Project(new SitePoint(0, length)).ChainageMetres, Between(0.3, 5))).ToList();
        var ground = new SupposedGround(new SoilGround(Math.Exp(Between(Math.Log(20), Math.Log(1000)))), lines, bonds, []);
        var work = Between(0.3, 0.5) * length;
        return new MadeUpStreet(new PlannerTask
        {
            Ground = ground, Target = Target, Work = new WorkStretch(work, work + Between(10, 0.4 * length)),
            Points =
            [
                new ConnectionPoint("box", new SitePoint(0, 0.5), [Connection.Direct, Connection.Clamp]),
                new ConnectionPoint("valve", new SitePoint(0, Between(0.85, 1) * length), [Connection.Direct, Connection.Clamp]),
            ],
            StakeGround = new StakeGround(ground, [], false, []), Transmitter = sender, Receiver = hearer,
        });
    }

    /// <summary>
    /// What a hookup does in the ground as it turns out: soil and earths otherwise, the stake's own ground, an end the other way, a
    /// bond or a line that nobody drew. Null when it cannot be solved.
    /// </summary>
    public HookupPrediction? TurnsOut(Random random, HookupTry hookup)
    {
        double Scaled(double low, double high) => Math.Exp(Math.Log(low) + (random.NextDouble() * Math.Log(high / low)));
        bool Chance(double part) => random.NextDouble() < part;
        SupposedEnd Changed(SupposedEnd end) => !Chance(0.1) ? end with { Ohms = end.Ohms * Scaled(1 / 3.0, 3), BeyondOhms = end.BeyondOhms * Scaled(1 / 3.0, 3) }
            : end.Kind == EndSupposed.Earthed ? new SupposedEnd(EndSupposed.Open)
            : end.Kind == EndSupposed.Open ? new SupposedEnd(EndSupposed.Earthed, Scaled(20, 200))
            : end with { BeyondOhms = double.PositiveInfinity };
        var supposed = Task.Ground;
        var target = supposed.Line(Task.Target)!;
        var lines = supposed.Lines.Select(l => l with { Start = Changed(l.Start), End = Changed(l.End), Depth = new(l.Depth.Metres * Math.Exp(0.15 * Deviate.Normal(random))) }).ToList();
        var bonds = supposed.Bonds.Select(b => b with { Ohms = b.Ohms * Scaled(1 / 3.0, 3) }).ToList();
        if (Chance(0.2) && supposed.Lines.Where(l => l.Id != Task.Target).Select(l => (l, Foot: l.Run.Project(target.Points[^1]))).Where(l => l.Foot.Foot.DistanceTo(target.Points[^1]) < 8).ToList() is { Count: > 0 } near)
        {
            var (line, foot) = near[random.Next(near.Count)];
            bonds.Add(new SupposedBond(Task.Target, target.Run.Length, line.Id, foot.ChainageMetres, Scaled(0.3, 5)));
        }

        if (Chance(0.25))
        {
            var aside = Scaled(0.4, 4) * (Chance(0.5) ? 1 : -1);
            lines.Add(new SupposedLine(
                "unknown", "unknown", UtilityKind.Unknown, [new(aside, 5), new(aside, target.Run.Length + 10)], new(0.3 + (1.3 * random.NextDouble())),
                LineBuild.Of(UtilityKind.Unknown, Material.Of(""), null), SupposedEnd.GoesOn, SupposedEnd.GoesOn));
            if (Chance(0.4))
            {
                bonds.Add(new SupposedBond(Task.Target, target.Run.Length, "unknown", target.Run.Length - 5, Scaled(0.3, 5)));
            }
        }

        var truth = supposed with { Soil = new SoilGround(supposed.Soil.ResistivityOhmMetres * Scaled(0.5, 2)), Lines = lines, Bonds = bonds };
        var source = hookup.Source(truth, Task.Transmitter);
        if (source is DirectSource direct)
        {
            source = direct with { Stake = direct.Stake with { Ohms = direct.Stake.OhmsIn(truth.Soil) * Scaled(0.4, 2.5) } };
        }

        var solver = NetworkSolver.Of(new NetworkMesh(truth.Network(), Cutting.For(hookup.Hertz, source)), hookup.Hertz);
        return solver.IsGood
            ? HookupPrediction.Of(hookup, solver.Value.Solve(source), truth, Task.Work, Task.Transmitter, Task.Receiver, Task.Limits)
            : null;
    }
}
