using GentleMole.Core.Fields;
using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>A draw of the ground, solved: the field of every line in it, and how well its loop agrees with what the transmitter shows.</summary>
/// <param name="Makers">Fields per ampere sent, in the order of the lines, the unknown one among them; the hookup last.</param>
/// <param name="Shapes">Of the lines.</param>
/// <param name="LogWeight">Logarithm of prior over drawn, and of the likelihood of the loop.</param>
internal sealed record SolvedGround(GroundDraw Draw, IReadOnlyList<CircuitField> Makers, IReadOnlyList<LineShape> Shapes, double LogWeight)
{
    /// <summary>By what its fields are multiplied to be per ampere sent: a clamp is solved for its volts. A coil has no ampere; it is as it is.</summary>
    public double Scale { get; private init; } = 1;

    /// <summary>Pieces so long are enough here: what nobody knows of the ground changes more.</summary>
    private const double CoarseMetres = 6;

    private const int CoarsePieces = 6;
    private const double LoopSigma = 0.08;
    private const double LeastStake = 0.4;
    private const double MostStake = 2.5;
    private const int StakeSteps = 24;

    /// <summary>Solves a draw; null where it cannot be solved.</summary>
    /// <param name="shapes">Of the lines as records have them.</param>
    public static SolvedGround? Of(GroundDraw draw, IdentifyTask task, IReadOnlyList<LineShape> shapes) =>
        Of(draw, task, shapes, Cutting.For(task.Hertz, draw.Source) with { LongestMetres = CoarseMetres, LeastPerLine = CoarsePieces });

    /// <summary>The same, cut otherwise.</summary>
    public static SolvedGround? Of(GroundDraw draw, IdentifyTask task, IReadOnlyList<LineShape> shapes, Cutting cutting)
    {
        if (NetworkSolver.Of(new NetworkMesh(draw.Network, cutting), task.Hertz) is not { IsGood: true } solver)
        {
            return null;
        }

        var solved = solver.Value.Solve(draw.Source);
        var shares = solved.Shares();
        return new SolvedGround(
            draw, [.. shares.Lines, shares.Hookup], draw.HasUnknown ? [.. shapes, new LineShape(draw.Network.Lines[^1])] : shapes, draw.LogWeight + LogLoop(solved, task))
        {
            Scale = draw.Source is ClampSource && solved.Shown.Amperes is > 0 and var amperes ? 1 / amperes : 1,
        };
    }

    /// <summary>
    /// Likelihood of the loop that is shown, with the stake's own resistance anywhere from 0.4 to 2.5 times what rod and soil say
    /// (uniform in the logarithm; midpoint rule).
    /// </summary>
    private static double LogLoop(SolvedNetwork solved, IdentifyTask task)
    {
        if (solved.Source is not DirectSource direct || !(task.ShownVolts > 0 && task.ShownMilliamps > 0)
            || solved.Shown is not { LoopOhms: { } loop, ResistiveOhms: { } real })
        {
            return 0;
        }

        var stake = direct.Stake.OhmsIn(solved.Network.Soil);
        var reactive2 = Math.Max(0, (loop * loop) - (real * real));
        var shown = Math.Log(task.ShownVolts.Value / (task.ShownMilliamps.Value / 1000));
        var logs = new double[StakeSteps];
        for (var i = 0; i < StakeSteps; i++)
        {
            var by = LeastStake * Math.Pow(MostStake / LeastStake, (i + 0.5) / StakeSteps);
            var resistive = real + ((by - 1) * stake);
            logs[i] = SignLikelihood.Log((0.5 * Math.Log((resistive * resistive) + reactive2)) - shown, LoopSigma);
        }

        var most = logs.Max();
        return most + Math.Log(logs.Average(l => Math.Exp(l - most)));
    }
}
