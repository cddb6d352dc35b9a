using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. Currents read along a line of which it is known what really flows, where it steps and why, and which reading is bad.</summary>
/// <param name="TrueMilliamps">At every station.</param>
/// <param name="Steps">Steps that are no tee that is known: where, how much is lost, and the causes that would be right.</param>
/// <param name="Bad">The station whose reading is bad; −1 for none.</param>
public sealed record MadeUpWalk(LedgerTask Task, IReadOnlyList<double> TrueMilliamps, IReadOnlyList<(double ChainageMetres, double Milliamps, IReadOnlyList<LossKind> Causes)> Steps, int Bad)
{
    private const double DepthSigma = 0.03;

    /// <summary>A walk over a line that stays, leaks or swings (a standing wave), with a branch, a bond, an end, another line or nothing on it.</summary>
    public static MadeUpWalk Draw(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (count, noise, sent) = (random.Next(12, 31), Between(0.02, 0.09), Between(10, 100));
        var chainages = new double[count];
        var spacing = Between(2.5, 9);
        var at = Between(4, 8);
        for (var i = 0; i < count; i++)
        {
            chainages[i] = at;
            at += spacing * Between(0.6, 1.4);
        }

        // The step lies well inside, where there is something to hold it against on both sides.
        var gap = random.Next(3, count - 4);
        var place = Between(chainages[gap], chainages[gap + 1]);
        var kind = random.Next(6);
        var depth = Between(0.5, 1.6);
        double After(double chainage) => chainage > place ? 1 : 0;
        var trend = Trend(random, chainages);
        var (lost, causes, otherDepth, tee) = kind switch
        {
            1 or 2 => (Between(0.3, 0.7), new[] { LossKind.Tee, LossKind.Bond }, 0.0, false),
            3 => (Between(0.91, 0.97), [LossKind.End, LossKind.Joint], 0.0, false),
            4 => (random.Next(2) == 0 ? Between(0.35, 0.7) : -Between(0.5, 1.2), [LossKind.OtherLine], (random.Next(2) == 0 ? 1 : -0.5) * Between(0.5, 0.9) * depth, false),
            5 => (Between(0.3, 0.7), Array.Empty<LossKind>(), 0.0, true),
            _ => (0.0, [], 0.0, false),
        };
        double[] real = [.. chainages.Select((c, i) => sent * trend[i] * (1 - (lost * After(c))))];
        var bad = random.Next(3) == 0 ? random.Next(2, count - 2) : -1;
        if (bad >= 0 && Math.Abs(bad - gap) <= 2)
        {
            bad = -1;
        }

        var stations = chainages.Select((c, i) => new LedgerStation(
            c, real[i] * Math.Exp((noise * Deviate.Normal(random)) + (i == bad ? (random.Next(2) == 0 ? 1 : -1) * Between(0.45, 1.2) : 0)),
            new Depth(Math.Max(0.1, depth + (otherDepth * After(c)) + (DepthSigma * Deviate.Normal(random)))))).ToList();
        var trunk = real[gap] / (1 - (lost * After(chainages[gap])));
        List<LedgerTee> tees = tee ? [new LedgerTee(place, [trunk * lost * Math.Exp(noise * Deviate.Normal(random)), trunk * (1 - lost) * Math.Exp(noise * Deviate.Normal(random))])] : [];
        return new MadeUpWalk(
            new LedgerTask(stations, tees, random.Next(4) == 0 ? null : sent, noise), real, lost != 0 && !tee ? [(place, trunk * lost, causes)] : [], bad);
    }

    /// <summary>Steady, leaking away as on a bare pipe, or as a standing wave.</summary>
    private static double[] Trend(Random random, double[] chainages)
    {
        var length = chainages[^1];
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (fall, from, over) = (Between(0.3, 1.2), Between(0, 0.6), Between(0.3, 0.9));
        return random.Next(4) switch
        {
            0 => [.. chainages.Select(c => Math.Exp(-fall * c / length))],
            1 => [.. chainages.Select(c => Math.Cos(over * (1 - (c / length))) / Math.Cos(over) * (1 - (0.05 * from)))],
            _ => [.. chainages.Select(_ => Between(0.999, 1))],
        };
    }
}
