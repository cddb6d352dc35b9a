using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>How often planned hookups hold in the ground as it turns out, and how often a circuit's fault is named (docs/truthfulness.md).</summary>
internal static class CircuitTruth
{
    private const int Streets = 300;
    private const int GroundsEach = 8;
    private const int Circuits = 60;

    private static readonly TransmitterProfile Sender = new("bench", [512, 8000, 33_000, 83_000], [5, 10, 25, 50, 100], 60, 5, 9, 1.5, 6, 40);
    private static readonly ReceiverProfile Hearer = new("bench", [50, 512, 8000, 33_000, 83_000], 0.4, 0.05, 0.01, 400);

    public static void Run()
    {
        Hookups();
        Faults();
    }

    private static void Hookups()
    {
        Console.WriteLine("Hookups planned in made-up streets, held against grounds as they turn out (soil, earths, ends, stake, bonds and lines that nobody drew).");
        var by = new Dictionary<string, (int Plans, int Grounds, int Adequate, int Fooled, int Lost, int Any)>();
        for (var i = 0; i < Streets; i++)
        {
            var street = MadeUpStreet.Draw(new Random(5000 + i), Sender, Hearer);
            if (HookupPlanner.Plan(street.Task) is not { Best: { } best } plan)
            {
                continue;
            }

            var listed = plan.Alternatives.Take(4).Concat(plan.OtherFrequencies.Take(4)).Prepend(best).ToList();
            var said = $"{(best.IsAdequate ? "adequate" : "not adequate")}, {best.Verdict.ToString().ToLowerInvariant()}";
            var tally = by.GetValueOrDefault(said);
            tally.Plans++;
            for (var g = 0; g < GroundsEach; g++)
            {
                HookupPrediction? TurnsOut(JudgedHookup hookup) => street.TurnsOut(new Random((100 * i) + g), hookup.Try);
                if (TurnsOut(best) is { } truth)
                {
                    tally.Grounds++;
                    tally.Adequate += HookupAdequacy.Failings(truth).Count == 0 ? 1 : 0;
                    tally.Fooled += truth.Worst?.Fools == true ? 1 : 0;
                    tally.Lost += truth.Covers ? 0 : 1;
                    tally.Any += listed.Exists(h => TurnsOut(h) is { } other && HookupAdequacy.Failings(other).Count == 0) ? 1 : 0;
                }
            }

            by[said] = tally;
        }

        foreach (var (said, t) in by.OrderByDescending(b => b.Value.Plans))
        {
            Console.WriteLine($"{said,-24} {t.Plans,4} plans; as it turns out adequate {100.0 * t.Adequate / t.Grounds:0} % (any that is listed {100.0 * t.Any / t.Grounds:0} %), a neighbour as strong {100.0 * t.Fooled / t.Grounds:0.0} %, not followed to the end {100.0 * t.Lost / t.Grounds:0} %");
        }
    }

    private static void Faults()
    {
        Console.WriteLine("Circuits with one thing wrong: how often the true cause stands first / among the first two.");
        var ways = new[] { "one frequency", "two, as asked", "two and the current 6 m out" };
        foreach (var drawn in new[] { false, true })
        {
            Console.WriteLine(drawn ? "soil, earths and stake drawn around what is supposed" : "soil, earths and stake as supposed");
            var all = new int[ways.Length];
            var count = 0;
            foreach (var cause in Enum.GetValues<CircuitCause>().Where(c => c != CircuitCause.NoneOfThese))
            {
                var (first, two) = (new int[ways.Length], new int[ways.Length]);
                var random = new Random(300 + (int)cause);
                for (var i = 0; i < Circuits; i++)
                {
                    var hertz = i % 2 == 0 ? 512.0 : 8000;
                    var made = MadeUpCircuit.Draw(random, cause, new[] { 30.0, 80, 300 }[i % 3], !drawn, Sender, Hearer);
                    var model = CircuitModel.Of(made.Task, made.Hookup, CircuitDiagnosis.Frequencies(made.Task, hertz, []))!;
                    var read = made.Read(hertz)!;
                    var once = CircuitDiagnosis.Causes(model, [read]);
                    CircuitReading[] both = [read, made.Read(once[0].OtherHertz!.Value)!];
                    var told = new[] { once, CircuitDiagnosis.Causes(model, both), CircuitDiagnosis.Causes(model, both, made.Hear(hertz)) };
                    for (var w = 0; w < ways.Length; w++)
                    {
                        first[w] += told[w][0].Cause == cause ? 1 : 0;
                        two[w] += told[w].Take(2).Any(c => c.Cause == cause) ? 1 : 0;
                    }
                }

                count += Circuits;
                for (var w = 0; w < ways.Length; w++)
                {
                    all[w] += two[w];
                }

                Console.WriteLine($"{cause,-18} {string.Join("   ", ways.Select((w, k) => $"{100.0 * first[k] / Circuits,3:0} / {100.0 * two[k] / Circuits,3:0} %"))}");
            }

            Console.WriteLine($"among the first two: {string.Join(", ", ways.Select((w, k) => $"{w} {100.0 * all[k] / count:0} %"))}");
        }
    }
}
