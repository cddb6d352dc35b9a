using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>
/// Measured volts and current against the ground as supposed. Each cause is put into the network and solved; its chance
/// follows from how well it explains the loop (log-normal, a factor of 1.4 either way, since soil is never known better)
/// and from how often it is met.
/// </summary>
public static class CircuitDiagnosis
{
    private const double Spread = 0.35;
    private static readonly double[] ClipOhms = [150, 300, 600, 1200, 2400, 4800, 9600, 40_000];
    private static readonly double[] StakeFactors = [2, 4, 8, 16, 40];

    /// <summary>Volts without current are judged as this much, the least that such a display can mean.</summary>
    private const double OpenOhms = 300_000;

    /// <summary>The frequency that tells causes apart best: the next that is well above, or the lowest when there is none.</summary>
    public static double OtherFrequency(IReadOnlyList<double> sent, double hertz) =>
        sent.Where(f => f > hertz * 1.5).Order().FirstOrDefault(sent.DefaultIfEmpty(hertz).Min());

    /// <summary>Causes of what the transmitter shows; empty when it shows too little to tell.</summary>
    public static IReadOnlyList<CauseFigure> Causes(PlannerTask task, HookupTry hookup, CircuitResult shown) => shown.LoopOhms is not { } ohms
        ? []
        : Causes(task, hookup, double.IsInfinity(ohms) ? OpenOhms : Math.Max(ohms, 1), OtherFrequency(task.Transmitter.FrequenciesHertz, hookup.Hertz));

    /// <summary>Causes, likeliest first; empty when the network cannot be solved.</summary>
    /// <param name="otherHertz">Frequency to try next for telling causes apart.</param>
    public static IReadOnlyList<CauseFigure> Causes(PlannerTask task, HookupTry hookup, double measuredOhms, double otherHertz)
    {
        var target = task.Ground.Line(hookup.On)!;
        if (hookup.Source(task.Ground, task.Transmitter) is not DirectSource direct)
        {
            return [];
        }

        var here = target.Run.Project(hookup.At).ChainageMetres;
        var forward = task.Work.FromMetres + task.Work.ToMetres >= 2 * here;
        (double Ohms, double Other) Loop(SupposedGround ground)
        {
            var source = direct with { At = ground.Place(hookup.On, here) };
            var mesh = new NetworkMesh(ground.Network(), Cutting.For(hookup.Hertz, source));
            double At(double hertz) => NetworkSolver.Of(mesh, hertz) is { IsGood: true } solver ? solver.Value.Solve(source).Shown.LoopOhms ?? double.NaN : double.NaN;
            return (At(hookup.Hertz), At(otherHertz));
        }

        var stakeOhms = direct.Stake.OhmsIn(task.Ground.Soil);
        var plain = Loop(task.Ground);
        (double, double) Add(double ohms) => (plain.Ohms + ohms, plain.Other + ohms);
        var figures = new List<(CircuitCause Cause, double Prior, IReadOnlyList<(double Ohms, double Other)> Readings)>
        {
            (CircuitCause.AsPredicted, 0.4, [plain]),
            (CircuitCause.DirtyClip, 0.2, [.. ClipOhms.Select(Add)]),
            (CircuitCause.DryStake, 0.2, [.. StakeFactors.Select(f => Add((f - 1) * stakeOhms))]),
            (CircuitCause.LooseEnd, 0.05, [Loop(Cut(task.Ground, target, here - 1, here + 1))]),
            (CircuitCause.BrokenLine, 0.05, [Loop(Cut(task.Ground, target, forward ? null : here - 6, forward ? here + 6 : null))]),
        };
        if ((forward ? target.End : target.Start).Kind != EndSupposed.Open)
        {
            var open = task.Ground.With(target.Id, l => forward ? l with { End = new SupposedEnd(EndSupposed.Open) } : l with { Start = new SupposedEnd(EndSupposed.Open) });
            figures.Add((CircuitCause.OpenFarEnd, 0.1, [Loop(open)]));
        }

        if (task.Ground.Metallic.Where(l => l.Id != target.Id).MinBy(l => l.Run.Project(hookup.At).Foot.DistanceTo(hookup.At)) is { } other)
        {
            var bond = new SupposedBond(target.Id, here, other.Id, other.Run.Project(hookup.At).ChainageMetres, 1);
            figures.Add((CircuitCause.BondedToAnother, 0.08, [Loop(task.Ground with { Bonds = [.. task.Ground.Bonds, bond] })]));
        }

        double Fits((double Ohms, double Other) reading) => Math.Exp(-0.5 * Math.Pow(Math.Log(measuredOhms / reading.Ohms) / Spread, 2));
        var weighed = figures.Select(f => (f.Cause, Weight: f.Prior * f.Readings.Average(Fits), Best: f.Readings.MaxBy(Fits)))
            .Where(f => double.IsFinite(f.Best.Ohms) && double.IsFinite(f.Weight)).ToList();
        var all = weighed.Sum(w => w.Weight);
        return all <= 0
            ? []
            : [.. weighed.OrderByDescending(w => w.Weight).Select(w => new CauseFigure(w.Cause, w.Weight / all, w.Best.Ohms, otherHertz, w.Best.Other))];
    }

    /// <summary>The ground with the line parted before or behind the connection.</summary>
    private static SupposedGround Cut(SupposedGround ground, SupposedLine line, double? before, double? after)
    {
        var joints = new List<SupposedJoint>(ground.Joints);
        foreach (var at in new[] { before, after })
        {
            if (at is { } place && place > 0.05 && place < line.Run.Length - 0.05)
            {
                joints.Add(new SupposedJoint(line.Id, place, null));
            }
        }

        // A break beyond the sheet's end is an end that does not go on.
        var cut = ground with { Joints = joints };
        if (before is <= 0.05)
        {
            cut = cut.With(line.Id, l => l with { Start = new SupposedEnd(EndSupposed.Open) });
        }

        return after is { } far && far >= line.Run.Length - 0.05 ? cut.With(line.Id, l => l with { End = new SupposedEnd(EndSupposed.Open) }) : cut;
    }
}
