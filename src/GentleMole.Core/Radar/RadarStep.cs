namespace GentleMole.Core.Radar;

/// <summary>One step of a chain with its settings; what is left open is set by the data.</summary>
/// <param name="First">Time zero: when, ns. Dewow, AGC: window, ns. Band-pass: lowest, MHz. Background: window along the line, m (0: the whole). Gain: dB a ns. Migrate: velocity, m/ns.</param>
/// <param name="Second">Band-pass: highest, MHz. Migrate: 1 for Kirchhoff's summation instead of Stolt's.</param>
public sealed record RadarStep(RadarStepKind Kind, double? First = null, double? Second = null)
{
    /// <summary>Steps by the words of the API.</summary>
    public static IReadOnlyDictionary<string, RadarStepKind> Words { get; } = new Dictionary<string, RadarStepKind>(StringComparer.Ordinal)
    {
        ["timezero"] = RadarStepKind.TimeZero,
        ["dewow"] = RadarStepKind.Dewow,
        ["bandpass"] = RadarStepKind.BandPass,
        ["background"] = RadarStepKind.Background,
        ["gain"] = RadarStepKind.Gain,
        ["agc"] = RadarStepKind.Agc,
        ["envelope"] = RadarStepKind.Envelope,
        ["migrate"] = RadarStepKind.Migrate,
    };

    /// <summary>What its settings may be, in their order; the second is empty where there is none.</summary>
    public (Bounds First, Bounds? Second) Limits() => Kind switch
    {
        RadarStepKind.TimeZero => (new(0, 1e5), null),
        RadarStepKind.Dewow or RadarStepKind.Agc => (new(0.01, 1e5), null),
        RadarStepKind.BandPass => (new(0, 1e5), new(1, 1e5)),
        RadarStepKind.Background => (new(0, 1e5), null),
        RadarStepKind.Gain => (new(0, 20), null),
        RadarStepKind.Envelope => (new(0, 0), null),
        RadarStepKind.Migrate => (RadarRules.Velocity, new(0, 1)),
        _ => throw new InvalidOperationException($"{Kind} is no step."),
    };

    /// <summary>What is wrong with its settings, at <c>first</c> and <c>second</c>; empty when it can be done.</summary>
    public List<FieldError> Wrong()
    {
        var errors = new List<FieldError>();
        var (first, second) = Limits();
        first.Refuse(errors, First, "first", "a setting of this step");
        (second ?? new Bounds(0, 0)).Refuse(errors, Second, "second", "a setting of this step");
        if (errors.Count == 0 && Kind == RadarStepKind.BandPass && First >= Second)
        {
            errors.Add(new FieldError("second", "The highest frequency must lie above the lowest."));
        }

        return errors;
    }
}
