using GentleMole.Core.Hookup;
using GentleMole.Core.Network;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: habits at the transmitter, judged on the hookup that the marks rest on.</summary>
internal static class YardHookupHabits
{
    private const double LeastLeadShare = 0.6;
    private const double LeastSquareDegrees = 55;
    private const double ClearMetres = 2;
    private const double MostLoopOhms = 7000;
    private const double LeastAmperes = 0.004;
    private const double ReadableShare = 0.85;
    private const double UsualMilliamps = 25;
    private const int ReadEach = 10;
    private const double SentShare = 0.35;
    private const double ApartMetres = 0.25;
    private const double LookAsideMetres = 1.5;

    public static YardHabitJudged TestedDead(YardEvidence of)
    {
        var direct = of.Round.Hookups.Where(h => h.Hookup.Method == HookupMethod.Direct).ToList();
        var untested = direct.Count(h => !h.Hookup.IsTestedDead);
        bool isLive = of.Site.Features.SelectMany(f => f.Connections).Any(c => c.Methods.Contains(HookupMethod.Direct) && of.Site.Ground.Line(c.On)?.Lies.NetMilliamps > 0);
        return new(YardHabit.TestedDead, direct.Count > 0 ? untested == 0 : of.Active.Count == 0 ? false : isLive ? true : null, untested, 0);
    }

    public static YardHabitJudged AskedCircuit(YardEvidence of) => Direct(of, YardHabit.AskedCircuit, rests => rests.Shown is { } shown
        ? (IsGood(shown), shown.LoopOhms ?? double.PositiveInfinity, MostLoopOhms) : (false, double.NaN, MostLoopOhms));

    public static YardHabitJudged TriedEach(YardEvidence of)
    {
        var several = of.Site.Features.Where(f => Wires(f).Count > 1).ToList();
        var feature = of.Rests?.Hookup.Connection is { } id ? of.Site.Connection(id)!.Value.Feature : of.RestsOn is null ? several.FirstOrDefault() : null;
        if (feature is null || Wires(feature).Count < 2)
        {
            return new(YardHabit.TriedEach, null);
        }

        // What was tested and found live is tried; nobody reads it.
        var read = Wires(feature).Count(c => of.Round.Hookups.Any(h => h.Hookup.Connection == c.Id && h.Stopped == YardStop.Live) || of.Active.Count(t => of.Round.Hookups[t.Hookup - 1].Hookup.Connection == c.Id) >= ReadEach);
        return new(YardHabit.TriedEach, read == Wires(feature).Count, read, Wires(feature).Count);
    }

    public static YardHabitJudged StakeSquare(YardEvidence of) => Direct(of, YardHabit.StakeSquare, rests =>
    {
        var clip = of.PlaceOf(rests)!.Value;
        var line = of.Target.MinBy(l => l.Run.Project(clip).Foot.DistanceTo(clip))!;
        var degrees = clip == rests.Hookup.Stake!.Place ? 0 : (rests.Hookup.Stake.Place - clip).Azimuth.ApartAsLines(line.Run.DirectionAt(line.Run.Project(clip).ChainageMetres).Azimuth);
        return (degrees >= LeastSquareDegrees, degrees, LeastSquareDegrees);
    });

    public static YardHabitJudged StakeFar(YardEvidence of) => Direct(of, YardHabit.StakeFar, rests =>
    {
        var metres = of.PlaceOf(rests)!.Value.DistanceTo(rests.Hookup.Stake!.Place);
        var needed = LeastLeadShare * of.Round.Instrument.Transmitter.LeadMetres;
        return (metres >= needed, metres, needed);
    });

    public static YardHabitJudged StakeClear(YardEvidence of) => Direct(of, YardHabit.StakeClear, rests =>
    {
        var (clip, stake) = (of.PlaceOf(rests)!.Value, rests.Hookup.Stake!.Place);
        var others = of.Site.Ground.Lines.Where(l => !of.IsSought(l.Id) && of.Site.Records.Any(r => r.Of == l.Id)).ToList();
        var nearest = others.Select(l => l.Run.Project(stake).Foot.DistanceTo(stake)).DefaultIfEmpty(double.PositiveInfinity).Min();
        var isCrossed = clip != stake && others.Any(l => l.Run.CrossingsWith(new Run([clip, stake])).Count > 0);
        return (nearest >= ClearMetres && !isCrossed, isCrossed ? 0 : nearest, ClearMetres);
    });

    public static YardHabitJudged LowestThatWorks(YardEvidence of) => Sent(of, YardHabit.LowestThatWorks, rests => Lowest(of, rests) is var lowest
        ? (rests.Hookup.Hertz <= lowest, rests.Hookup.Hertz!.Value, lowest) : default);

    public static YardHabitJudged NoMorePower(YardEvidence of) => Sent(of, YardHabit.NoMorePower, rests =>
    {
        var steps = of.Round.Instrument.Transmitter.StepsMilliamps;
        var hertz = Lowest(of, rests);
        var least = steps.FirstOrDefault(s => of.ReadableShare(of.Round.Made(rests.Hookup with { Hertz = hertz, SetMilliamps = s })) >= ReadableShare, steps[^1]);
        var most = steps[Math.Min(steps.Count - 1, At(steps, least) + 1)];
        return (rests.Hookup.SetMilliamps <= most, rests.Hookup.SetMilliamps!.Value, most);
    });

    public static YardHabitJudged SecondHookup(YardEvidence of)
    {
        if (of.Rests is not { } rests)
        {
            return new(YardHabit.SecondHookup, false);
        }

        var share = rests.Shown?.Amperes is > 0 and var sent ? of.Sought.Select(p => of.Current(rests, p.Line, p.AtMetres).Magnitude / sent).DefaultIfEmpty(0).Max() : 1;
        if (share >= SentShare && !IsPulled(of, rests))
        {
            return new(YardHabit.SecondHookup, null);
        }

        // Along the marks: half of them have been listened to with it.
        var along = of.Active.Where(of.IsAlong).GroupBy(t => t.Hookup)
            .Where(g => of.Marks.Count(m => g.Any(t => t.Ask.Place.DistanceTo(m.Place) <= YardEvidence.AlongMetres)) * 2 >= of.Marks.Count).Select(g => of.Round.Hookups[g.Key - 1].Hookup).ToList();
        var differing = along.Select(h => (h.Method, h.Connection, h.Stake?.Place, h.Box, h.Hertz)).Distinct().Count();
        return new(YardHabit.SecondHookup, differing >= 2, differing, 2);
    }

    /// <summary>Along half of what is sought peak and null do not agree.</summary>
    public static bool IsPulled(YardEvidence of, YardHooked rests)
    {
        var places = of.Sought.Where((_, i) => i % 3 == 0).ToList();
        return places.Count > 0 && places.Count(p => Math.Abs(PeakLessNull(rests, p.Line, p.AtMetres)) > ApartMetres) * 2 >= places.Count;
    }

    /// <summary>How far the strongest place lies from that where the upright response turns, across the line near it, without noise; metres to the right.</summary>
    public static double PeakLessNull(YardHooked rests, BuriedLine line, double atMetres)
    {
        var axis = line.Run.DirectionAt(atMetres).Right;
        var (peak, null_) = ((At: 0.0, Tesla: -1.0), (At: 0.0, Tesla: double.PositiveInfinity));
        for (var aside = -LookAsideMetres; aside <= LookAsideMetres; aside += 0.1)
        {
            var field = rests.FieldAt(line.Run.At(atMetres, aside).Raised(YardReadingAsk.OnGroundMetres));
            var level = double.Hypot((field.InPhase.East * axis.East) + (field.InPhase.North * axis.North), (field.Quadrature.East * axis.East) + (field.Quadrature.North * axis.North));
            var up = double.Hypot(field.InPhase.Up, field.Quadrature.Up);
            peak = level > peak.Tesla ? (aside, level) : peak;
            null_ = up < null_.Tesla ? (aside, up) : null_;
        }

        return peak.At - null_.At;
    }

    /// <summary>Lowest frequency at which the same hookup would have served.</summary>
    private static double Lowest(YardEvidence of, YardHooked rests)
    {
        var set = Math.Max(UsualMilliamps, rests.Hookup.SetMilliamps!.Value);
        return of.Round.Instrument.Transmitter.FrequenciesHertz.Where(f => f < rests.Hookup.Hertz).FirstOrDefault(
            f => of.Round.Made(rests.Hookup with { Hertz = f, SetMilliamps = set }) is var made
                && (rests.Hookup.Method != HookupMethod.Direct || (made.Shown is { } shown && IsGood(shown))) && of.ReadableShare(made) >= ReadableShare,
            rests.Hookup.Hertz!.Value);
    }

    /// <summary>A circuit on which one may walk on.</summary>
    public static bool IsGood(SourceShown shown) => shown.LoopOhms <= MostLoopOhms && shown.Amperes >= LeastAmperes;

    private static IReadOnlyList<YardConnection> Wires(YardFeature feature) => [.. feature.Connections.Where(c => c.What != YardContact.Earth)];

    private static int At(IReadOnlyList<double> steps, double step) => steps.TakeWhile(s => s < step).Count();

    private static YardHabitJudged Direct(YardEvidence of, YardHabit habit, Func<YardHooked, (bool, double, double)> judge) =>
        of.Rests is null ? new(habit, false) : of.Rests.Hookup.Method != HookupMethod.Direct ? new(habit, null) : Judged(habit, judge(of.Rests));

    private static YardHabitJudged Sent(YardEvidence of, YardHabit habit, Func<YardHooked, (bool, double, double)> judge) =>
        of.Rests is null ? new(habit, false) : of.Rests.Hookup.Method == HookupMethod.Induction ? new(habit, null) : Judged(habit, judge(of.Rests));

    private static YardHabitJudged Judged(YardHabit habit, (bool Kept, double Measured, double Needed) of) => new(habit, of.Kept, of.Measured, of.Needed);
}
