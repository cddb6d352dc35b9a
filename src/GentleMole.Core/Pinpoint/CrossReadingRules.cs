namespace GentleMole.Core.Pinpoint;

/// <summary>What a row of readings must be before a line can be fitted to it.</summary>
public static class CrossReadingRules
{
    /// <summary>Fewest readings for a fit.</summary>
    public const int FewestReadings = 5;

    /// <summary>Most readings of a row.</summary>
    public const int MostReadings = 10_000;

    /// <summary>A line further away than this across or up is not a pinpoint.</summary>
    public const double FarthestMetres = 1000;

    /// <summary>Errors by field, empty when the row can be used.</summary>
    public static List<FieldError> Check(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        var errors = new List<FieldError>();
        if (readings.Count < FewestReadings)
        {
            errors.Add(new(nameof(readings), $"There are {readings.Count} readings; at least {FewestReadings} are needed to fit a line."));
        }

        if (readings.Count > MostReadings)
        {
            errors.Add(new(nameof(readings), $"There are {readings.Count} readings; {MostReadings} is the most."));
            return errors;
        }

        for (var i = 0; i < readings.Count; i++)
        {
            var reading = readings[i];
            Check(errors, $"{nameof(readings)}[{i}].{nameof(CrossReading.OffsetMetres)}", reading.OffsetMetres, -FarthestMetres, FarthestMetres, "an offset across the line, in metres");
            Check(errors, $"{nameof(readings)}[{i}].{nameof(CrossReading.HeightMetres)}", reading.HeightMetres, 0, 100, "the height of the sensor above ground, in metres");
            Check(errors, $"{nameof(readings)}[{i}].{nameof(CrossReading.Peak)}", reading.Peak, 0, 1e15, "the size of the peak response");
            if (reading.Null is { } vertical)
            {
                Check(errors, $"{nameof(readings)}[{i}].{nameof(CrossReading.Null)}", vertical, 0, 1e15, "the size of the null response");
            }
        }

        Check(errors, $"{nameof(noise)}.{nameof(ReadingNoise.Relative)}", noise.Relative, 0, 1, "the scatter of a reading as a part of it");
        Check(errors, $"{nameof(noise)}.{nameof(ReadingNoise.Floor)}", noise.Floor, 0, 1e15, "the scatter that stays without signal");
        if (errors.Count > 0)
        {
            return errors;
        }

        if (noise.Relative == 0 && noise.Floor == 0)
        {
            errors.Add(new($"{nameof(noise)}.{nameof(ReadingNoise.Floor)}", "Both parts of the scatter are zero; no instrument is without noise. Give at least one."));
        }

        if (readings.Select(r => r.OffsetMetres).Distinct().Count() < 3)
        {
            errors.Add(new(nameof(readings), "The readings are at fewer than 3 different offsets; take them across the line, on both sides of it."));
        }

        var strongest = readings.Max(r => r.Peak);
        if (strongest == 0)
        {
            errors.Add(new(nameof(readings), "Every peak reading is zero: there is no signal to fit."));
        }
        else if (strongest < noise.Floor)
        {
            errors.Add(new(nameof(readings), "No peak reading rises above the noise floor: there is no signal to fit."));
        }

        return errors;
    }

    private static void Check(List<FieldError> errors, string field, double value, double low, double high, string what)
    {
        if (!double.IsFinite(value) || value < low || value > high)
        {
            errors.Add(new(field, FormattableString.Invariant($"It must be {what}, from {low:0.##} to {high:0.##}.")));
        }
    }
}
