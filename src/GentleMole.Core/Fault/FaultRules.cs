namespace GentleMole.Core.Fault;

/// <summary>What can be asked about faults of sheaths: one rule for pages and API.</summary>
public static class FaultRules
{
    /// <summary>Fewer readings say nothing of a depth.</summary>
    public const int FewestReadings = 5;

    /// <summary>Readings of one profile.</summary>
    public const int MostReadings = 2000;

    /// <summary>Between the prongs, metres.</summary>
    public static readonly Bounds Frame = new(0.1, 5);

    /// <summary>Along the cable, metres.</summary>
    public static readonly Bounds Along = new(-1e5, 1e5);

    /// <summary>Levels with their sign, in any one linear unit.</summary>
    public static readonly Bounds Level = new(-1e9, 1e9);

    /// <summary>Less than this no frame shows.</summary>
    public const double LeastLevel = 1e-9;

    /// <summary>Level beside the stake.</summary>
    public static readonly Bounds Reference = new(1e-6, 1e9);

    /// <summary>Resistance of a sheath to earth, ohms.</summary>
    public static readonly Bounds Sheath = new(0, 1e12);

    /// <summary>Parts that a reading may scatter by.</summary>
    public static readonly Bounds Noise = new(0.001, 0.5);

    /// <summary>Foreign voltage, volts.</summary>
    public static readonly Bounds Foreign = new(0, 1e6);

    /// <summary>By how much a fault may lie below the reference and be a major one, dB.</summary>
    public const double MajorDecibels = 20;

    /// <summary>Above this no fault can be found, ohms.</summary>
    public const double NoneAboveOhms = 1e6;

    /// <summary>Below this a fault is heavy, ohms.</summary>
    public const double HeavyBelowOhms = 5e4;

    /// <summary>What the resistance of a sheath to earth says.</summary>
    public static SheathClass ClassOf(double ohms) => ohms > NoneAboveOhms ? SheathClass.None : ohms >= HeavyBelowOhms ? SheathClass.HighResistance : SheathClass.Heavy;

    /// <summary>Major when not more than 20 dB below the reference.</summary>
    public static FaultGrade GradeOf(double level, double reference) => level >= reference * Math.Pow(10, -MajorDecibels / 20) ? FaultGrade.Major : FaultGrade.Minor;

    /// <summary>What is wrong with a profile; empty when it can be taken apart.</summary>
    public static List<FieldError> Check(FaultProfile profile)
    {
        var errors = new List<FieldError>();
        Frame.Refuse(errors, profile.FrameWidthMetres, "frameWidthMetres", "the way between the two prongs, in metres");
        Reference.Refuse(errors, profile.ReferenceLevel, "referenceLevel", "what the frame showed beside the stake, above zero");
        Noise.Refuse(errors, profile.RelativeNoise, "relativeNoise", "the scatter of a reading as a part of it");
        Level.Refuse(errors, profile.NoiseFloor, "noiseFloor", "what the frame shows without a signal");
        if (profile.Readings.Count is < FewestReadings or > MostReadings)
        {
            errors.Add(new FieldError("readings", profile.Readings.Count < FewestReadings
                ? $"There are {profile.Readings.Count} readings; at least {FewestReadings} along the cable are needed." : $"There are {profile.Readings.Count} readings; {MostReadings} is the most."));
            return errors;
        }

        for (var i = 0; i < profile.Readings.Count; i++)
        {
            Along.Refuse(errors, profile.Readings[i].AlongMetres, $"readings[{i}].alongMetres", "where the middle of the frame stood, in metres along the cable");
            Level.Refuse(errors, profile.Readings[i].Level, $"readings[{i}].level", "what the frame showed, with its sign");
        }

        if (errors.Count == 0 && profile.Readings.Max(r => r.AlongMetres) - profile.Readings.Min(r => r.AlongMetres) < LeastWalk)
        {
            errors.Add(new FieldError("readings", "All readings lie in one place; walk along the cable with the frame."));
        }

        return errors;
    }

    private const double LeastWalk = 0.05;
}
