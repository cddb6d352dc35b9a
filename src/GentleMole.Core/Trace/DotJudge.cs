using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Trace;

/// <summary>
/// Combines the independent signs at a dot into one verdict with its reasons: agreement of peak and null, one-line fit,
/// current against what was sent and against the last dot, lift, depth, direction, sideways response.
/// </summary>
public static class DotJudge
{
    /// <summary>Fewer signs than this cannot make a sound verdict, however well they agree.</summary>
    public const int FewestSigns = 3;

    /// <summary>How far off a reading across is put by the tape and the hand, and a field of two straight lines by lines that are not: standard deviation, metres.</summary>
    private const double TapeSigma = 0.008;


    /// <summary>Below this part of the current expected, the signal is on something else.</summary>
    public const double FarLess = 0.6;

    /// <summary>A second line is not ruled out above this chance …</summary>
    private const double OpenChance = 0.05;

    /// <summary>… and matters where the place is in doubt by more than this chance.</summary>
    private const double MuchDoubt = 0.05;

    /// <summary>Field of soil currents and far lines over a dot, as a part of the largest reading: what solved grounds have.</summary>
    private const double BackgroundPart = 0.03;

    /// <summary>Noise assumed for typed readings across: two percent, half a percent of the largest, and a background besides.</summary>
    public static ReadingNoise NoiseFor(IReadOnlyList<CrossReading> across)
    {
        var largest = across.Count == 0 ? 200 : across.Max(r => r.Peak);
        return new(0.02, 0.005 * largest) { Background = BackgroundPart * largest };
    }

    /// <summary>Judges a dot. Readings across that cannot be fitted are left out; check them first with <see cref="CrossReadingRules"/>.</summary>
    public static DotJudgement Judge(DotObservation dot, DotContext context)
    {
        PinpointResult? across = null;
        if (dot.Across.Count > 0)
        {
            var fitted = Pinpointing.Locate(dot.Across, NoiseFor(dot.Across), context.ToleranceMetres, null, context.Prior);
            across = fitted.IsGood ? fitted.Value : null;
        }

        var reader = new SignReader(dot, context, across);
        var signs = reader.Read();
        var position = PositionOf(dot, reader, across).Blurred(dot.PlaceDoubtMetres ?? 0);
        var (verdict, finding, next) = Decide(dot, context, reader, signs, position, across);
        var depths = DotDepths.Of(dot, context, across);
        var depth = DepthOf(depths, signs, across);
        var apartSign = signs.FirstOrDefault(s => s.Kind == SignKind.PeakToNull);
        var distorted = apartSign is { Agrees: false };
        return new DotJudgement(
            verdict, finding, next, signs, position, depth, Marks(context, reader, position, distorted, across),
            context.AheadAt(dot), reader.Apart, distorted, across)
        {
            Depths = depths,
        };
    }

    private static (Verdict Verdict, DotFinding Finding, NextStep Next) Decide(
        DotObservation dot, DotContext context, SignReader reader, IReadOnlyList<Sign> signs, Estimate position, PinpointResult? across)
    {
        Sign? Failing(SignKind kind) => signs.FirstOrDefault(s => s.Kind == kind && s.Outcome == SignOutcome.Disagrees);

        if (Failing(SignKind.CurrentDirection) is not null)
        {
            return (Verdict.Reject, DotFinding.CurrentRunsBack, NextStep.CheckBond);
        }

        if (Failing(SignKind.Current) is { } current && current.Measured < FarLess * (current.IsByGround ? current.ExpectedLow : ExpectedCurrent(context)))
        {
            return (Verdict.Reject, DotFinding.CurrentElsewhere, NextStep.CompareCurrents);
        }

        var half = Math.Max(position.High95 - position.Value, position.Value - position.Low95);
        if (across is { Neighbour: not null, IsExplained: true } && half <= context.ToleranceMetres
            && (Failing(SignKind.PeakToNull) ?? Failing(SignKind.OneLineFits) ?? Failing(SignKind.Shoulders)) is not null)
        {
            return (Verdict.Caution, DotFinding.NeighbourTakenOut, Pinpointing.IsSure(across.Doubt, across.ChanceOfTwo) ? NextStep.MarkIt : across.Next.Count > 0 ? NextStep.MoreReadings : NextStep.LowerFrequency);
        }

        if (across is { ChanceOfTwo: > OpenChance, IsExplained: true } && across.Doubt > MuchDoubt)
        {
            return (Verdict.Caution, DotFinding.OneOrTwo, across.Next.Count > 0 ? NextStep.MoreReadings : NextStep.LowerFrequency);
        }

        if (Failing(SignKind.PeakToNull) is { } apart)
        {
            return apart.Measured > context.ToleranceMetres || half > context.ToleranceMetres
                ? (Verdict.Reject, DotFinding.OutsideTolerance, dot.Across.Count == 0 ? NextStep.TakeAcross : NextStep.Escalate)
                : (Verdict.Caution, DotFinding.PeakNullApart, dot.Across.Count == 0 ? NextStep.TakeAcross : NextStep.LowerFrequency);
        }

        if (Failing(SignKind.OneLineFits) is not null)
        {
            return (Verdict.Caution, DotFinding.NotOneLine, NextStep.LowerFrequency);
        }

        if (Failing(SignKind.Current) is not null)
        {
            return (Verdict.Caution, DotFinding.CurrentOff, NextStep.CompareCurrents);
        }

        if (Failing(SignKind.Sideways) is not null)
        {
            return (Verdict.Caution, DotFinding.LostSidewaysSilence, dot.Across.Count == 0 ? NextStep.TakeAcross : NextStep.LowerFrequency);
        }

        if (signs.Count < FewestSigns || !signs.Any(s => s.Kind is SignKind.PeakToNull or SignKind.OneLineFits))
        {
            return (Verdict.Caution, DotFinding.TooFewSigns, Missing(dot, reader));
        }

        if (signs.Count(s => s.Outcome == SignOutcome.Disagrees) >= 2)
        {
            return (Verdict.Caution, DotFinding.SeveralSmallSigns, NextStep.TakeAcross);
        }

        if (reader.NearSource)
        {
            return (Verdict.Caution, DotFinding.NearSource, NextStep.StepAway);
        }

        return signs.Any(s => s.Outcome == SignOutcome.ExcusedHere)
            ? (Verdict.Caution, DotFinding.AtFeature, NextStep.DotsBeyond)
            : (Verdict.Sound, DotFinding.SignsAgree, NextStep.MarkIt);
    }

    private static double ExpectedCurrent(DotContext context) =>
        context.Previous?.CurrentMilliamps ?? (context.SentMilliamps ?? 0) * 0.6;

    private static NextStep Missing(DotObservation dot, SignReader reader) =>
        reader.Apart is null ? NextStep.TakeNull
        : dot.CurrentMilliamps is null ? NextStep.TakeCurrent
        : dot.Depth is null ? NextStep.TakeDepth
        : NextStep.TakeAcross;

    private static Estimate PositionOf(DotObservation dot, SignReader reader, PinpointResult? across)
    {
        var peakHalf = 1.96 * SignReader.PeakSigma(reader.Depth);
        if (across is not null)
        {
            // A row that one line or two explain is the best there is; one that they do not only widens what the hand found.
            return across.IsExplained || dot.NullOffsetMetres is not { } swept
                ? across.Position.Blurred(1.96 * TapeSigma)
                : Distortion.Corrected(0, swept, peakHalf).Including(across.Position.Low95).Including(across.Position.High95);
        }

        if (dot.NullOffsetMetres is not { } apart)
        {
            // Without a null nothing bounds what a neighbour may have done to the peak.
            return Estimate.Symmetric(0, Math.Max(0.15, 0.15 * reader.Depth) + peakHalf);
        }

        return Math.Abs(apart) <= SignReader.ApartLimit(reader.Depth)
            ? Estimate.Symmetric(0, 1.96 * Math.Sqrt((4 * Square(SignReader.PeakSigma(reader.Depth))) + Square(SignReader.NullSigma(reader.Depth))))
            : Distortion.Corrected(0, apart, peakHalf);
    }

    /// <summary>All ways together; wider by what failing signs say, unless a row has taken out what makes them fail.</summary>
    private static Estimate? DepthOf(DepthComparison? depths, IReadOnlyList<Sign> signs, PinpointResult? across)
    {
        if (depths is null || across is { IsExplained: true })
        {
            return depths?.Depth;
        }

        var depth = depths.Depth;
        var half = depth.HalfWidth;
        foreach (var sign in signs.Where(s => !s.Agrees))
        {
            half += sign.Kind switch
            {
                SignKind.Lift => Math.Abs(sign.Measured - 1) * depth.Value / 2,
                SignKind.DepthTurnedRound => sign.Measured / 2,
                SignKind.PeakToNull => sign.Measured / 2,
                SignKind.OneLineFits or SignKind.Current or SignKind.CurrentDirection or SignKind.DepthPlausible or SignKind.DepthAgainstLast
                    or SignKind.Direction or SignKind.Sideways or SignKind.Shoulders => 0,
            };
        }

        return Estimate.Symmetric(depth.Value, half);
    }

    private static List<MarkChoice> Marks(
        DotContext context, SignReader reader, Estimate position, bool distorted, PinpointResult? across)
    {
        var (peak, silent) = reader.Places;
        var sigma = Math.Max(position.HalfWidth / 1.96, 1e-4);
        double Chance(double from, double to) => across is { IsExplained: true }
            ? across.ChanceWithin(from, to)
            : distorted && silent is { } zero
                ? Distortion.ChanceWithin(from, to, peak, zero, SignReader.PeakSigma(reader.Depth), SignReader.NullSigma(reader.Depth))
                : Distortion.Normal((to - position.Value) / sigma) - Distortion.Normal((from - position.Value) / sigma);
        double?[] row = [across?.PeakOffsetMetres, across?.NullOffsetMetres, across?.ShouldersOffsetMetres];
        return [.. MarkingSchools.Marks(peak, silent, position, [.. row.OfType<double>()], context.ToleranceMetres, Chance)
            .Select(mark => new MarkChoice(mark, mark.School == context.School))];
    }

    private static double Square(double x) => x * x;
}
