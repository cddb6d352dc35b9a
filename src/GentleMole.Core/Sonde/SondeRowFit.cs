namespace GentleMole.Core.Sonde;

/// <summary>
/// The field of a sonde fitted to a row of levels along the pipe (both coils where both were read): place, depth, tilt and strength, by damped least squares (Marquardt) from
/// several starts. Heights and places of the receiver scatter too; what they do to a level counts as noise of it.
/// </summary>
public static class SondeRowFit
{
    private const double PlaceSigmaMetres = 0.02;
    private const double Degrees = 180 / Math.PI;
    private const int MostSteps = 25;
    private const double NinetyFive = 1.96;
    private const int Parameters = 4;

    /// <summary>Where the sonde lies; tilt is positive with the nose (or, where nobody knows it, greater chainage) down.</summary>
    public static Result<SondePlace> Of(SondeRow row)
    {
        if (SondeRules.Check(row) is { Count: > 0 } wrong)
        {
            return wrong;
        }

        // Long streams say no more than their levels every few centimetres.
        var readings = Thinned(row.Readings);
        var floor = row.NoiseFloor > 0 ? row.NoiseFloor : LeastFloor * readings.Max(r => r.Along);
        var loudest = readings.MaxBy(r => r.Along)!;
        (double[] At, double Cost)? best = null;
        foreach (var depth in StartDepths)
        {
            foreach (var tilt in StartTilts)
            {
                double[] start = [loudest.AlongMetres - (SondeShape.Strongest(Math.Tan(tilt)) * depth), Math.Log(depth), tilt, 0];
                start[3] = Math.Log(Math.Max(loudest.Along, double.Epsilon) / Math.Abs(SondeShape.Field(loudest.AlongMetres - start[0], depth + loudest.Sensor.Metres, tilt).Along));
                var (found, value) = Improve(start, readings, row.RelativeNoise, floor, CoarseRounds);
                if (double.IsFinite(value) && (best is null || value < best.Value.Cost))
                {
                    best = (found, value);
                }
            }
        }

        if (best is null)
        {
            return new FieldError("readings", "No sonde makes such a row of levels.");
        }

        var (at, _) = Improve(best.Value.At, readings, row.RelativeNoise, floor, FullRounds);
        var (matrix, _, chi) = Normal(at, readings, Variances(at, readings, row.RelativeNoise, floor));
        var count = readings.Count + readings.Count(r => r.Up is not null);
        var misfit = chi / Math.Max(1, count - Parameters);
        var depthFound = Math.Exp(at[1]);
        if (DampedSquares.Variances(matrix, Parameters) is not { } variances)
        {
            return new FieldError("readings", "These levels do not tell where the sonde lies: walk from before one null to behind the other.");
        }

        double Half(int k) => NinetyFive * Math.Sqrt(Math.Max(variances[k], 0) * Math.Max(1, misfit));
        var depth95 = depthFound * Half(1);
        var (tiltHalf, tiltDegrees) = (Half(2) * Degrees, at[2] * Degrees);
        var reasons = new List<Reason> { new(misfit > PoorMisfit ? "sonde-row-poor" : "sonde-row-fits", Math.Sqrt(misfit), 1, misfit > PoorMisfit ? -1 : 1) };
        if (depth95 > LooseDepth * depthFound)
        {
            reasons.Add(new Reason("sonde-row-loose", depth95, LooseDepth * depthFound, -1));
        }

        var isOnEnd = Math.Abs(tiltDegrees) > SondeLocating.OnEndDegrees;
        if (Math.Abs(tiltDegrees) > SondeLocating.TiltedDegrees)
        {
            reasons.Add(new Reason(isOnEnd ? "sonde-on-end" : "sonde-tilted", Math.Abs(tiltDegrees), SondeLocating.TiltedDegrees, -1));
        }

        var verdict = misfit > BadMisfit || depth95 > UselessDepth * depthFound ? Verdict.Reject : reasons.Exists(r => r.Weight < 0) ? Verdict.Caution : Verdict.Sound;
        return new SondePlace(
            SondeWay.Row, Estimate.Symmetric(at[0], Half(0)), Estimate.Symmetric(depthFound, depth95).Within(0, double.PositiveInfinity),
            Estimate.Symmetric(tiltDegrees, tiltHalf).Within(-90, 90), verdict, reasons);
    }

    private static readonly double[] StartDepths = [0.3, 0.6, 1.1, 2, 3.5, 6];
    private static readonly double[] StartTilts = [-0.6, -0.2, 0.2, 0.6];
    private const int CoarseRounds = 2;
    private const double LeastFloor = 0.005;
    private const double PoorMisfit = 2.5;
    private const double BadMisfit = 9;
    private const double LooseDepth = 0.15;
    private const double UselessDepth = 0.5;
    private const int MostUsed = 120;

    private static List<SondeReading> Thinned(IReadOnlyList<SondeReading> readings)
    {
        if (readings.Count <= MostUsed)
        {
            return [.. readings];
        }

        var ordered = readings.OrderBy(r => r.AlongMetres).ToList();
        return [.. Enumerable.Range(0, MostUsed).Select(i => ordered[(int)((i + 0.5) * ordered.Count / MostUsed)])];
    }

    /// <summary>Rounds of damped least squares, the noise of each reading held fixed within a round; the cost tells fits of one row apart.</summary>
    private static (double[] At, double Cost) Improve(double[] start, List<SondeReading> readings, double noise, double floor, int rounds)
    {
        var at = start;
        for (var round = 0; round < rounds; round++)
        {
            var variances = Variances(at, readings, noise, floor);
            var before = at;
            at = Settle(at, readings, variances);
            if (Math.Abs(at[0] - before[0]) + Math.Abs(at[1] - before[1]) + Math.Abs(at[2] - before[2]) < Settled)
            {
                break;
            }
        }

        var last = Variances(at, readings, noise, floor);
        return (at, Normal(at, readings, last).Chi + last.Sum(v => Math.Log(v / (floor * floor))));
    }

    private static double[] Settle(double[] start, List<SondeReading> readings, double[] variances) => DampedSquares.Settle(
        start, at => Normal(at, readings, variances),
        (at, by) => [at[0] + by[0], Math.Clamp(at[1] + Math.Clamp(by[1], -0.7, 0.7), -4, 3.5), Math.Clamp(at[2] + Math.Clamp(by[2], -0.5, 0.5), -1.5, 1.5), at[3] + by[3]], MostSteps);

    /// <summary>Of every level that was read, in their order: noise in proportion, the floor, and what a hand held elsewhere or higher does to it.</summary>
    private static double[] Variances(double[] at, List<SondeReading> readings, double noise, double floor)
    {
        var (depth, tilt, strength) = (Math.Exp(at[1]), at[2], Math.Exp(at[3]));
        var variances = new List<double>(2 * readings.Count);
        foreach (var reading in readings)
        {
            var (u, d) = (reading.AlongMetres - at[0], depth + reading.Sensor.Metres);
            var (here, byPlace, byDepth) = (SondeShape.Field(u, d, tilt), SondeShape.Field(u + Step, d, tilt), SondeShape.Field(u, d + Step, tilt));
            void Add(double level, double moved, double lifted)
            {
                var (expected, perPlace, perDepth) = (strength * level, strength * (moved - level) / Step, strength * (lifted - level) / Step);
                variances.Add((noise * noise * expected * expected) + (floor * floor) + (perPlace * perPlace * PlaceSigmaMetres * PlaceSigmaMetres)
                    + (perDepth * perDepth * SondeErrors.Height * SondeErrors.Height));
            }

            Add(here.Along, byPlace.Along, byDepth.Along);
            if (reading.Up is not null)
            {
                Add(here.Up, byPlace.Up, byDepth.Up);
            }
        }

        return [.. variances];
    }

    private static (double[] Matrix, double[] Right, double Chi) Normal(double[] at, List<SondeReading> readings, double[] variances)
    {
        var (matrix, right) = (new double[Parameters * Parameters], new double[Parameters]);
        double chi = 0;
        var (depth, tilt, strength) = (Math.Exp(at[1]), at[2], Math.Exp(at[3]));
        var slope = new double[Parameters];
        var k = 0;
        foreach (var reading in readings)
        {
            var (u, d) = (reading.AlongMetres - at[0], depth + reading.Sensor.Metres);
            var (here, byPlace, byDepth, byTilt) = (SondeShape.Field(u, d, tilt), SondeShape.Field(u + Step, d, tilt), SondeShape.Field(u, d + Step, tilt), SondeShape.Field(u, d, tilt + Step));
            void Add(double level, double field, double moved, double lifted, double tilted)
            {
                var sign = field < 0 ? -strength : strength;
                var (expected, variance) = (sign * field, variances[k++]);
                slope[0] = -sign * (moved - field) / Step;
                slope[1] = sign * (lifted - field) / Step * depth;
                slope[2] = sign * (tilted - field) / Step;
                slope[3] = expected;
                var off = level - expected;
                chi += off * off / variance;
                DampedSquares.Add(matrix, right, slope, off, variance);
            }

            Add(reading.Along, here.Along, byPlace.Along, byDepth.Along, byTilt.Along);
            if (reading.Up is { } up)
            {
                Add(up, here.Up, byPlace.Up, byDepth.Up, byTilt.Up);
            }
        }

        return (matrix, right, double.IsFinite(chi) ? chi : double.PositiveInfinity);
    }

    private const double Settled = 1e-6;
    private const int FullRounds = 12;
    private const double Step = 1e-5;
}
