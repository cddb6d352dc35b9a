using System.Diagnostics;
using GentleMole.Core;
using GentleMole.Core.Fault;
using GentleMole.Core.Practice;
using GentleMole.Core.Sonde;

namespace GentleMole.Benchmarks;

/// <summary>Sondes, drains and leaking sheaths that we made up: how often what is said of them is so, and how long it takes.</summary>
internal static class SilentTruth
{
    private const int Seed = 610_000;
    private const int Warm = 40;
    private const int Timed = 20;

    public static void Run(int many = 2000)
    {
        Sondes(many);
        Drains(many / 2);
        Sheaths(many / 2);
        Speeds();
    }

    private static void Sondes(int many)
    {
        void Tell(string way, Func<MadeUpSonde, Random, Result<SondePlace>> place)
        {
            var told = Enumerable.Range(0, many).AsParallel().AsOrdered().Select(i =>
            {
                var random = new Random(Seed + i);
                var sonde = MadeUpSonde.Make(random);
                return (sonde, place(sonde, random));
            }).Where(t => t.Item2.IsGood).Select(t => (Sonde: t.sonde, Place: t.Item2.Value)).ToList();
            double Share(Func<(MadeUpSonde Sonde, SondePlace Place), bool> holds) => told.Count(holds) / (double)told.Count;
            bool Holds(Estimate e, double truth) => truth >= e.Low95 && truth <= e.High95;
            var deep = told.Select(t => Math.Abs(t.Place.Depth.Value - t.Sonde.DepthMetres) / t.Sonde.DepthMetres).Order().ToList();
            Console.WriteLine(FormattableString.Invariant(
                $"sonde by {way}: {told.Count} of {many} placed; along holds {Share(t => Holds(t.Place.Along, t.Sonde.AlongMetres)):0.000}, depth {Share(t => Holds(t.Place.Depth, t.Sonde.DepthMetres)):0.000}, tilt {Share(t => t.Place.TiltDegrees is not { } tilt || Holds(tilt, t.Sonde.TiltDegrees)):0.000}; depth off by {deep[(int)(0.9 * deep.Count)]:0.0 %} (p90)"));
        }

        Tell("nulls", (sonde, random) => SondeLocating.ByNulls(sonde.Nulls(random, 0.1)));
        Tell("row of 13", (sonde, random) => SondeRowFit.Of(sonde.Row(random, 13, 0.03, 0.01, false)));
        Tell("row of 25, both coils", (sonde, random) => SondeRowFit.Of(sonde.Row(random, 25, 0.03, 0.01, true)));
        Tell("strength", (sonde, random) => SondeLocating.ByStrength((sonde with { TiltDegrees = 180 * (random.NextDouble() - 0.5) }).Strength(random, 0.6)));
    }

    private static void Drains(int many)
    {
        var told = Enumerable.Range(0, many).AsParallel().AsOrdered().Select(i =>
        {
            var drain = MadeUpDrain.Make(new Random(Seed + i));
            return (Drain: drain, Route: SondeRoute.Of(drain.Task).Value);
        }).ToList();
        var off = told.Select(t => Math.Abs(t.Route.FallPerMetre.Value - t.Drain.FallPerMetre)).Order().ToList();
        var held = told.Count(t => t.Drain.FallPerMetre >= t.Route.FallPerMetre.Low95 && t.Drain.FallPerMetre <= t.Route.FallPerMetre.High95);
        var (place, depth, rises) = (told.Where(t => t.Drain.WrongPlace is not null).ToList(), told.Where(t => t.Drain.WrongDepth is not null).ToList(), told.Where(t => t.Drain.Backfall is not null).ToList());
        bool Found((MadeUpDrain Drain, SondeRoute Route) t) => t.Route.Backfalls.Any(b => b.From < t.Drain.Backfall!.Value.To && b.To > t.Drain.Backfall!.Value.From);
        var coils = told.Where(t => t.Drain.CoilBefore is not null).ToList();
        Console.WriteLine(FormattableString.Invariant(
            $"drains, {many}: fall off by {off[(int)(0.9 * off.Count)]:0.00000} (p90), holds {held / (double)many:0.000}; wrong places found {place.Count(t => t.Route.Outliers.Contains(t.Drain.WrongPlace!.Value))} of {place.Count}, wrong depths {depth.Count(t => t.Route.Outliers.Contains(t.Drain.WrongDepth!.Value))} of {depth.Count}, others called wrong {told.Sum(t => t.Route.Outliers.Count(o => o != t.Drain.WrongPlace && o != t.Drain.WrongDepth))}; backfalls found {rises.Count(Found)} of {rises.Count}, made up {told.Sum(t => t.Route.Backfalls.Count(b => t.Drain.Backfall is not { } r || b.From >= r.To || b.To <= r.From))}; coils {coils.Count(t => t.Route.Steps[t.Drain.CoilBefore!.Value - 1].Verdict == StepVerdict.Slack)} of {coils.Count}; length off by {told.Select(t => Math.Abs(t.Route.LengthMetres - t.Drain.LengthMetres) / t.Drain.LengthMetres).Order().ElementAt((int)(0.9 * many)):0.0 %} (p90)"));
    }

    private static void Sheaths(int many)
    {
        for (var leaks = 0; leaks <= 3; leaks++)
        {
            var count = leaks;
            var told = Enumerable.Range(0, many).AsParallel().AsOrdered().Select(i =>
            {
                var random = new Random(Seed + (10_000 * count) + i);
                var sheath = MadeUpSheath.Make(random, count);
                return (Sheath: sheath, Found: FaultFit.Of(sheath.Walk(random, 0.5)).Value);
            }).ToList();
            var right = told.Where(t => t.Found.Faults.Count == count).ToList();
            var pairs = right.SelectMany(t => t.Found.Faults.Zip(t.Sheath.Leaks)).ToList();
            double Share(Func<(SheathFault First, (double Along, double Depth, double Level) Second), bool> holds) => pairs.Count == 0 ? double.NaN : pairs.Count(holds) / (double)pairs.Count;
            Console.WriteLine(FormattableString.Invariant(
                $"sheaths with {count} leaks, {many}: as many found {right.Count}, more {told.Count(t => t.Found.Faults.Count > count)}, fewer {told.Count(t => t.Found.Faults.Count < count)}; place holds {Share(p => p.Second.Along >= p.First.Along.Low95 && p.Second.Along <= p.First.Along.High95):0.000}, depth {Share(p => p.Second.Depth >= p.First.Depth.Low95 && p.Second.Depth <= p.First.Depth.High95):0.000}"));
        }
    }

    private static void Speeds()
    {
        var random = new Random(Seed);
        double Time(Func<object> work)
        {
            // Warm, as in a server that runs.
            for (var i = 0; i < Warm; i++)
            {
                work();
            }

            var clock = Stopwatch.StartNew();
            for (var i = 0; i < Timed; i++)
            {
                work();
            }

            return clock.Elapsed.TotalMilliseconds / Timed;
        }

        var row = MadeUpSonde.Make(random).Row(random, 40, 0.03, 0.01, true);
        var fixes = new List<SondeFix>();
        for (var paid = 0.0; fixes.Count < 200; paid += 4)
        {
            fixes.Add(new SondeFix(paid, new(paid + (0.1 * Deviate.Normal(random)), 0.1 * Deviate.Normal(random)), new(1 + (0.01 * paid) + (0.05 * Deviate.Normal(random))), 0));
        }

        var sheath = MadeUpSheath.Make(random, 3);
        var profile = sheath.Walk(random, (sheath.Leaks[^1].Along + 3) / 100);
        Console.WriteLine(FormattableString.Invariant(
            $"row of 40 on both coils {Time(() => SondeRowFit.Of(row)):0.0} ms, nulls {Time(() => SondeLocating.ByNulls(new SondeNulls(13.1, 10.9, 12, new(0.1)))):0.0} ms, route of 200 fixes {Time(() => SondeRoute.Of(new SondeRouteTask(fixes))):0.0} ms, profile of {profile.Readings.Count} readings over 3 faults {Time(() => FaultFit.Of(profile)):0.0} ms"));
    }
}
