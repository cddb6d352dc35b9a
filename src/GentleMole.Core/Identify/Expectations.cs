using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;

namespace GentleMole.Core.Identify;

/// <summary>What the signs of one dot would be if this or that made its response: collected from grounds as they are drawn, before anything was read.</summary>
/// <param name="logWorth">Logarithm of how likely the grounds are from which it is collected.</param>
internal sealed class Expectations(DotPlaces places, ReceiverBuild receiver, double logWorth)
{
    /// <summary>Only where a response peaks so near to the dot is it the one that was read.</summary>
    private const double NearMetres = 0.35;

    private const int Fewest = 12;

    /// <summary>Of a current that is shown: its depth is read too.</summary>
    private const double CurrentPart = 0.12;

    private const double RatioPart = 0.11;
    private const double RootThree = 1.7320508075688772;
    private readonly DotPlaces _places = places;
    private readonly ReceiverBuild _receiver = receiver;
    private readonly double _logWorth = logWorth;
    private readonly Dictionary<int, List<(ExpectedSigns Signs, double Weight)>> _by = [];
    private readonly Dictionary<int, List<(double Ratio, double Weight)>> _ratios = [];

    /// <param name="last">What the dot before would show, where the same makes its response.</param>
    public void Add(int answer, ExpectedSigns signs, ExpectedSigns? last, double logWeight)
    {
        if (Math.Abs(signs.CrestMetres) > NearMetres)
        {
            return;
        }

        (_by.TryGetValue(answer, out var list) ? list : _by[answer] = []).Add((signs, Math.Exp(logWeight)));
        if (last is { } before && Math.Abs(before.CrestMetres) <= NearMetres && Current(signs) / Current(before) is var ratio && double.IsFinite(ratio))
        {
            (_ratios.TryGetValue(answer, out var ratios) ? ratios : _ratios[answer] = []).Add((ratio, Math.Exp(logWeight)));
        }
    }

    /// <summary>What several chains collected; they keep what they have, since they are carried on.</summary>
    public static Expectations Joined(IReadOnlyList<Expectations> all)
    {
        var joined = new Expectations(all[0]._places, all[0]._receiver, all.Max(e => e._logWorth));
        foreach (var one in all)
        {
            var worth = Math.Exp(one._logWorth - joined._logWorth);
            foreach (var (answer, signs) in one._by)
            {
                (joined._by.TryGetValue(answer, out var list) ? list : joined._by[answer] = []).AddRange(signs.Select(s => (s.Signs, s.Weight * worth)));
            }

            foreach (var (answer, ratios) in one._ratios)
            {
                (joined._ratios.TryGetValue(answer, out var list) ? list : joined._ratios[answer] = []).AddRange(ratios.Select(r => (r.Ratio, r.Weight * worth)));
            }
        }

        return joined;
    }

    /// <summary>Every sign that was read.</summary>
    /// <param name="named">Explanations by their number.</param>
    /// <param name="last">The dot before; null for the first.</param>
    public IReadOnlyList<SeenSign> Signs(Func<int, (HypothesisKind Kind, string? Line)> named, ObservedDot? last)
    {
        var seen = _places.Observed;
        var signs = new List<SeenSign>();
        void Add(IdentitySign sign, double? read, Func<ExpectedSigns, double> expected, Func<ExpectedSigns, double> sigma, Func<ExpectedSigns, double> log)
        {
            if (read is { } value)
            {
                signs.Add(new SeenSign(sign, value, [.. _by.OrderBy(b => b.Key).Select(b => Of(named(b.Key), b.Value, expected, sigma, log)).OfType<SignExpected>()]));
            }
        }

        Add(IdentitySign.Current, seen.CurrentMilliamps, Current, e => CurrentPart * Current(e), e => LogRatio(seen.CurrentMilliamps, Current(e), CurrentPart));
        if (seen.CurrentMilliamps is { } here && last?.CurrentMilliamps is > 0 and var before)
        {
            var ratio = here / before;
            signs.Add(new SeenSign(
                IdentitySign.CurrentFromLast, ratio,
                [.. _ratios.OrderBy(r => r.Key).Select(r => Of(named(r.Key), r.Value, v => v, v => RatioPart * v, v => LogRatio(ratio, v, RatioPart))).OfType<SignExpected>()]));
        }

        if (seen.CurrentMilliamps is null)
        {
            Add(IdentitySign.Level, seen.PeakNanotesla, e => e.LevelTesla * 1e9, e => DotLikelihood.LevelSigma * e.LevelTesla * 1e9, e => LogRatio(seen.PeakNanotesla, e.LevelTesla * 1e9, DotLikelihood.LevelSigma));
        }

        Add(
            IdentitySign.Way, seen.Way is { } way ? way switch { CurrentWay.With => 1, CurrentWay.Against => -1, CurrentWay.None => 0 } : null,
            e => Math.Abs(e.WayCosine) < DotLikelihood.UnclearCosine ? 0 : Math.Sign(e.WayCosine), _ => 0, e => Math.Log(DotLikelihood.WayChance(seen.Way ?? CurrentWay.None, e.WayCosine)));
        Add(
            IdentitySign.Depth, seen.Depth?.Metres, e => e.DistanceMetres - _receiver.LowerCoilMetres ?? double.NaN, e => DotLikelihood.DistanceSigma(e.DistanceMetres ?? 1, _receiver),
            e => e.DistanceMetres is { } d ? SignLikelihood.Log(d - _receiver.LowerCoilMetres - seen.Depth!.Value.Metres, DotLikelihood.DistanceSigma(d, _receiver)) : double.NaN);
        var apart = seen.NullOffsetMetres - seen.PeakOffsetMetres;
        Add(
            IdentitySign.NullFromPeak, apart, e => e.NullMetres - e.CrestMetres, e => DotLikelihood.NullSigma(e.DistanceMetres ?? 1, e.NullMetres - e.CrestMetres),
            e => SignLikelihood.Log(e.NullMetres - e.CrestMetres - apart!.Value, DotLikelihood.NullSigma(e.DistanceMetres ?? 1, apart.Value)));
        var turned = seen.Direction is { } direction ? DotLikelihood.Axial(direction.Degrees - seen.Walking.Degrees) : (double?)null;
        Add(IdentitySign.Direction, turned, e => e.DirectionDegrees, _ => DotLikelihood.DirectionSigma, e => SignLikelihood.Log(DotLikelihood.Axial(turned!.Value - e.DirectionDegrees), DotLikelihood.DirectionSigma));
        Add(IdentitySign.Sideways, seen.SidewaysFraction, e => e.Sideways, e => DotLikelihood.SidewaysSigma(e.Sideways), e => SignLikelihood.Log(seen.SidewaysFraction!.Value - e.Sideways, DotLikelihood.SidewaysSigma(e.Sideways)));
        Add(
            IdentitySign.Lift, seen.LiftRatio, e => e.LiftRatio ?? double.NaN, e => DotLikelihood.LiftSigma(e.DistanceMetres ?? 1, _receiver),
            e => e.LiftRatio is { } l ? SignLikelihood.Log(l - seen.LiftRatio!.Value, DotLikelihood.LiftSigma(e.DistanceMetres ?? 1, _receiver)) : double.NaN);
        return signs;
    }

    private static double LogRatio(double? seen, double expected, double sigma) =>
        seen is > 0 && expected > 0 ? SignLikelihood.Log(Math.Log(seen.Value / expected), sigma) : double.NaN;

    private static double Current(ExpectedSigns e) => e.DistanceMetres is { } d ? e.LevelTesla * 2 * Math.PI * d / Physics.Mu0 * 1000 : double.NaN;

    private static SignExpected? Of<T>(
        (HypothesisKind Kind, string? Line) named, List<(T Signs, double Weight)> signs, Func<T, double> expected, Func<T, double> sigma, Func<T, double> log)
    {
        var values = signs.Select(s => (Value: expected(s.Signs), s.Weight)).Where(v => double.IsFinite(v.Value)).OrderBy(v => v.Value).ToList();
        var likely = signs.Select(s => (Log: log(s.Signs), s.Weight)).Where(v => double.IsFinite(v.Log)).ToList();
        if (values.Count < Fewest || likely.Count == 0)
        {
            return null;
        }

        // What instrument and hand add, by three points of a normal (Gauss and Hermite).
        var read = signs.SelectMany(s => expected(s.Signs) is var value && double.IsFinite(value) && sigma(s.Signs) is var off
            ? new[] { (value - (RootThree * off), s.Weight / 6), (value, s.Weight * 2 / 3), (value + (RootThree * off), s.Weight / 6) }
            : []).OrderBy(v => v.Item1).ToList();
        var most = likely.Max(l => l.Log);
        return new SignExpected(
            named.Kind, named.Line, Quantile(values, 0.1), Quantile(values, 0.5), Quantile(values, 0.9), Quantile(read, 0.025), Quantile(read, 0.975),
            most + Math.Log(likely.Sum(l => l.Weight * Math.Exp(l.Log - most)) / likely.Sum(l => l.Weight)));
    }

    private static double Quantile(IReadOnlyList<(double Value, double Weight)> sorted, double part)
    {
        var (passed, until) = (0.0, part * sorted.Sum(v => v.Weight));
        foreach (var (value, weight) in sorted)
        {
            passed += weight;
            if (passed >= until)
            {
                return value;
            }
        }

        return sorted[^1].Value;
    }
}
