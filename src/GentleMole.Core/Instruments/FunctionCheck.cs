using NodaTime;

namespace GentleMole.Core.Instruments;

/// <summary>A function check: depths read over a known line, several times.</summary>
/// <param name="KnownDepthMetres">True depth to the centre.</param>
/// <param name="ReadMetres">Depths shown, at least three.</param>
public sealed record FunctionCheck(double KnownDepthMetres, IReadOnlyList<double> ReadMetres)
{
    /// <summary>So few readings say nothing of scatter.</summary>
    public const int LeastReadings = 3;

    /// <summary>Usual limits: mean within 5 % and 3 cm of the truth, scatter within 3 % and 2 cm.</summary>
    public const double MostBias = 0.05;

    /// <summary>Scatter that is allowed, as a part of the depth.</summary>
    public const double MostScatter = 0.03;

    /// <summary>Mean of what was read.</summary>
    public double MeanMetres => ReadMetres.Average();

    /// <summary>Mean less what is known.</summary>
    public double BiasMetres => MeanMetres - KnownDepthMetres;

    /// <summary>Standard deviation of the readings.</summary>
    public double ScatterMetres => Math.Sqrt(ReadMetres.Sum(r => (r - MeanMetres) * (r - MeanMetres)) / (ReadMetres.Count - 1));

    /// <summary>Bias that is allowed.</summary>
    public double BiasLimitMetres => Math.Max(0.03, MostBias * KnownDepthMetres);

    /// <summary>Scatter that is allowed.</summary>
    public double ScatterLimitMetres => Math.Max(0.02, MostScatter * KnownDepthMetres);

    /// <summary>It reads the right depth.</summary>
    public bool IsTrue => Math.Abs(BiasMetres) <= BiasLimitMetres;

    /// <summary>It reads the same depth each time.</summary>
    public bool IsSteady => ScatterMetres <= ScatterLimitMetres;

    /// <summary>It may go to work.</summary>
    public bool Passed => IsTrue && IsSteady;

    /// <summary>Wrong entries by field.</summary>
    public static Result<FunctionCheck> Of(double? known, IReadOnlyList<double> read)
    {
        var errors = new List<FieldError>();
        if (known is not (> 0.05 and < 10))
        {
            errors.Add(new FieldError("known", "Say how deep the known line is, to its centre: from 0.05 to 10 m."));
        }

        if (read.Count < LeastReadings)
        {
            errors.Add(new FieldError("read", $"Type at least {LeastReadings} depths that the receiver showed; one reading tells nothing of repeatability."));
        }
        else if (read.Any(r => r is not (> 0 and < 20)))
        {
            errors.Add(new FieldError("read", "Each depth must be more than 0 and less than 20 m."));
        }

        return errors.Count > 0 ? errors : new FunctionCheck(known!.Value, read);
    }

    /// <summary>State on a day, from the calibration's last day and the latest check.</summary>
    public static CheckState StateOn(LocalDate today, LocalDate? calibrationEnds, LocalDate? checkedOn, bool checkPassed) =>
        calibrationEnds < today ? CheckState.CalibrationOver
        : checkedOn != today ? CheckState.NotCheckedToday
        : checkPassed ? CheckState.Good
        : CheckState.Failed;
}
