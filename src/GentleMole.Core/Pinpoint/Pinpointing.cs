using GentleMole.Core.Marking;

namespace GentleMole.Core.Pinpoint;

/// <summary>From a row of readings across a line to a place, a depth, marks by school and a verdict.</summary>
public static class Pinpointing
{
    private const double ApartDeviates = 3.0;
    private const double NoticeableMetres = 0.02;
    private const double MisfitDeviates = 2.6;

    /// <summary>Fits one line to the row.</summary>
    /// <param name="toleranceMetres">Half-width of the tolerance zone round the mark.</param>
    /// <param name="nanoteslaPerUnit">Size of one unit of the readings, if known.</param>
    public static Result<PinpointResult> Single(
        IReadOnlyList<CrossReading> readings, ReadingNoise noise, double toleranceMetres, double? nanoteslaPerUnit)
    {
        var errors = CrossReadingRules.Check(readings, noise);
        if (!double.IsFinite(toleranceMetres) || toleranceMetres is <= 0 or > 10)
        {
            errors.Add(new(nameof(toleranceMetres), "It must be the tolerance on each side of the mark, above 0 to 10 m."));
        }

        if (nanoteslaPerUnit is { } unit && !(double.IsFinite(unit) && unit is > 0 and <= 1e12))
        {
            errors.Add(new(nameof(nanoteslaPerUnit), "It must be the size of one unit in nanotesla, above zero."));
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        var line = SingleLineFit.Fit(readings, noise);
        var level = AtOneHeight(readings, line);
        var peak = PeakNullPlaces.Peak(level, noise);
        var silent = PeakNullPlaces.Null(level, noise);
        var oneLine = line.MisfitDeviates <= MisfitDeviates;
        var reasons = new List<Reason>();

        // A fit that the readings refuse says nothing of where the line is; the peak's own crest does, within what a
        // neighbour can do to it.
        var position = oneLine || peak is null ? line.Position : Distortion.AroundPeak(peak.Value, silent, line.Depth.Value);
        var verdict = Verdict.Sound;
        void AtLeast(Verdict worse) => verdict = (Verdict)Math.Max((int)verdict, (int)worse);

        if (!oneLine)
        {
            AtLeast(line.MisfitDeviates > 12 ? Verdict.Reject : Verdict.Caution);
            reasons.Add(new("not-one-line", line.ChiSquare / line.DegreesOfFreedom, 1, -1));
        }
        else if (line.DegreesOfFreedom > 0)
        {
            reasons.Add(new("fits-one-line", line.ChiSquare / line.DegreesOfFreedom, 1, 1));
        }

        if (peak is { } p && silent is { } n)
        {
            var apart = n.OffsetMetres - p.OffsetMetres;
            var sigma = Math.Sqrt((p.Sigma * p.Sigma) + (n.Sigma * n.Sigma));
            if (Math.Abs(apart) > Math.Max(ApartDeviates * sigma, NoticeableMetres))
            {
                AtLeast(Math.Abs(apart) > toleranceMetres ? Verdict.Reject : Verdict.Caution);
                reasons.Add(new("peak-null-apart", apart, ApartDeviates * sigma, -1));
                position = oneLine ? Distortion.Corrected(p.OffsetMetres, n.OffsetMetres, 1.96 * p.Sigma) : position;
            }
            else
            {
                reasons.Add(new("peak-null-agree", apart, Math.Max(ApartDeviates * sigma, NoticeableMetres), 1));
            }
        }
        else if (silent is null)
        {
            reasons.Add(new("no-null", double.NaN, double.NaN, -0.5));
            if (readings.All(r => r.Null is null))
            {
                AtLeast(Verdict.Caution);
            }
        }

        var (low, high) = (readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        if (peak is null || line.Position.Value < low || line.Position.Value > high)
        {
            AtLeast(Verdict.Reject);
            reasons.Add(new("not-bracketed", line.Position.Value, line.Position.Value < low ? low : high, -1));
        }

        if (Math.Max(position.High95 - position.Value, position.Value - position.Low95) > toleranceMetres)
        {
            AtLeast(Verdict.Reject);
            reasons.Add(new("wider-than-tolerance", position.HalfWidth, toleranceMetres, -1));
        }

        var marks = MarkingSchools.Marks(peak?.OffsetMetres ?? line.Position.Value, silent?.OffsetMetres, position, toleranceMetres);
        return new PinpointResult(
            line,
            position,
            line.Depth,
            nanoteslaPerUnit is { } nt ? line.CurrentMilliamps(nt) : null,
            peak?.OffsetMetres,
            silent?.OffsetMetres,
            marks,
            verdict,
            reasons);
    }

    /// <summary>
    /// Peak and null places are read off a row at one height. Where heights differ each reading is brought to their mean by
    /// the ratio that the fitted line gives at its own offset.
    /// </summary>
    private static IReadOnlyList<CrossReading> AtOneHeight(IReadOnlyList<CrossReading> readings, FittedLine line)
    {
        var mean = readings.Average(r => r.HeightMetres);
        return readings.All(r => Math.Abs(r.HeightMetres - mean) < 1e-6)
            ? readings
            : [.. readings.Select(r =>
            {
                var (here, there) = (line.ResponseAt(r.OffsetMetres, r.HeightMetres), line.ResponseAt(r.OffsetMetres, mean));
                return r with
                {
                    HeightMetres = mean,
                    Peak = r.Peak * there.HorizontalTesla / here.HorizontalTesla,
                    Null = here.VerticalTesla == 0 ? r.Null : r.Null * there.VerticalTesla / here.VerticalTesla,
                };
            })];
    }
}
