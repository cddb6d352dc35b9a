using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;

namespace GentleMole.Core.Identify;

/// <summary>What the signs of one dot would be if this or that made its response: collected from grounds as they are drawn, before anything was read.</summary>
internal sealed class Expectations(DotPlaces places, ReceiverBuild receiver)
{
    /// <summary>Only where a response peaks so near to the dot is it the one that was read.</summary>
    private const double NearMetres = 0.35;

    private const int Fewest = 12;
    private readonly Dictionary<int, List<(ExpectedSigns Signs, double Weight)>> _by = [];

    public void Add(int answer, ExpectedSigns signs, double logWeight)
    {
        if (Math.Abs(signs.CrestMetres) <= NearMetres)
        {
            (_by.TryGetValue(answer, out var list) ? list : _by[answer] = []).Add((signs, Math.Exp(logWeight)));
        }
    }

    /// <summary>Takes in what another chain collected.</summary>
    public void Join(Expectations other)
    {
        foreach (var (answer, signs) in other._by)
        {
            (_by.TryGetValue(answer, out var list) ? list : _by[answer] = []).AddRange(signs);
        }
    }

    /// <summary>Every sign that was read.</summary>
    /// <param name="named">Explanations by their number.</param>
    public IReadOnlyList<SeenSign> Signs(Func<int, (HypothesisKind Kind, string? Line)> named)
    {
        var seen = places.Observed;
        var signs = new List<SeenSign>();
        void Add(IdentitySign sign, double? read, Func<ExpectedSigns, double> expected, Func<ExpectedSigns, double> log)
        {
            if (read is { } value)
            {
                signs.Add(new SeenSign(sign, value, [.. _by.Where(b => b.Value.Count >= Fewest).OrderBy(b => b.Key).Select(b => Of(named(b.Key), b.Value, expected, log)).OfType<SignExpected>()]));
            }
        }

        double Current(ExpectedSigns e) => e.DistanceMetres is { } d ? e.LevelTesla * 2 * Math.PI * d / Physics.Mu0 * 1000 : double.NaN;
        Add(IdentitySign.Current, seen.CurrentMilliamps, Current, e => LogRatio(seen.CurrentMilliamps, Current(e), 0.12));
        if (seen.CurrentMilliamps is null)
        {
            Add(IdentitySign.Level, seen.PeakNanotesla, e => e.LevelTesla * 1e9, e => LogRatio(seen.PeakNanotesla, e.LevelTesla * 1e9, DotLikelihood.LevelSigma));
        }

        Add(
            IdentitySign.Way, seen.Way is { } way ? way switch { CurrentWay.With => 1, CurrentWay.Against => -1, CurrentWay.None => 0 } : null,
            e => Math.Abs(e.WayCosine) < DotLikelihood.UnclearCosine ? 0 : Math.Sign(e.WayCosine), e => Math.Log(DotLikelihood.WayChance(seen.Way ?? CurrentWay.None, e.WayCosine)));
        Add(
            IdentitySign.Depth, seen.Depth?.Metres, e => e.DistanceMetres - receiver.LowerCoilMetres ?? double.NaN,
            e => e.DistanceMetres is { } d ? SignLikelihood.Log(d - receiver.LowerCoilMetres - seen.Depth!.Value.Metres, DotLikelihood.DistanceSigma(d, receiver)) : double.NaN);
        var apart = seen.NullOffsetMetres - seen.PeakOffsetMetres;
        Add(
            IdentitySign.NullFromPeak, apart, e => e.NullMetres - e.CrestMetres,
            e => SignLikelihood.Log(e.NullMetres - e.CrestMetres - apart!.Value, DotLikelihood.NullSigma(e.DistanceMetres ?? 1, apart.Value)));
        var turned = seen.Direction is { } direction ? DotLikelihood.Axial(direction.Degrees - seen.Walking.Degrees) : (double?)null;
        Add(IdentitySign.Direction, turned, e => e.DirectionDegrees, e => SignLikelihood.Log(DotLikelihood.Axial(turned!.Value - e.DirectionDegrees), DotLikelihood.DirectionSigma));
        Add(IdentitySign.Sideways, seen.SidewaysFraction, e => e.Sideways, e => SignLikelihood.Log(seen.SidewaysFraction!.Value - e.Sideways, DotLikelihood.SidewaysSigma(e.Sideways)));
        Add(
            IdentitySign.Lift, seen.LiftRatio, e => e.LiftRatio ?? double.NaN,
            e => e.LiftRatio is { } l ? SignLikelihood.Log(l - seen.LiftRatio!.Value, DotLikelihood.LiftSigma(e.DistanceMetres ?? 1, receiver)) : double.NaN);
        return signs;
    }

    private static double LogRatio(double? seen, double expected, double sigma) =>
        seen is > 0 && expected > 0 ? SignLikelihood.Log(Math.Log(seen.Value / expected), sigma) : double.NaN;

    private static SignExpected? Of(
        (HypothesisKind Kind, string? Line) named, List<(ExpectedSigns Signs, double Weight)> signs, Func<ExpectedSigns, double> expected, Func<ExpectedSigns, double> log)
    {
        var values = signs.Select(s => (Value: expected(s.Signs), s.Weight)).Where(v => double.IsFinite(v.Value)).OrderBy(v => v.Value).ToList();
        var likely = signs.Select(s => (Log: log(s.Signs), s.Weight)).Where(v => double.IsFinite(v.Log)).ToList();
        if (values.Count < Fewest || likely.Count == 0)
        {
            return null;
        }

        var total = values.Sum(v => v.Weight);
        double Quantile(double part)
        {
            double passed = 0;
            foreach (var (value, weight) in values)
            {
                passed += weight;
                if (passed >= part * total)
                {
                    return value;
                }
            }

            return values[^1].Value;
        }

        var most = likely.Max(l => l.Log);
        return new SignExpected(
            named.Kind, named.Line, Quantile(0.1), Quantile(0.5), Quantile(0.9), most + Math.Log(likely.Sum(l => l.Weight * Math.Exp(l.Log - most)) / likely.Sum(l => l.Weight)));
    }
}
