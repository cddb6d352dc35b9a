namespace GentleMole.Core.Fault;

/// <summary>What a meter says of a wire that does not work: of a valve, a control, a tracer. Nothing that may be live is measured.</summary>
/// <param name="LengthMetres">Of the wire, one way.</param>
/// <param name="OhmsPerKilometre">Of one wire.</param>
/// <param name="LoadOhms">Of what hangs at its end (a coil); 0 for none.</param>
/// <param name="LoopOhms">Wire against its return, at the near end; infinite for "open".</param>
/// <param name="EarthOhmsNear">Wire against earth at the near end, the far end lifted; infinite for "open".</param>
/// <param name="EarthOhmsFar">The same at the far end.</param>
/// <param name="FarLoopOhms">Wire against its return at the far end, the near end lifted: for a short.</param>
/// <param name="NanofaradsNear">Wire against earth at the near end, with a meter of capacitance: for a break.</param>
/// <param name="NanofaradsFar">The same at the far end.</param>
/// <param name="MeterPart">Standard deviation of a reading as a part of it.</param>
public sealed record WireTest(
    double LengthMetres, double OhmsPerKilometre, double LoadOhms, double? LoopOhms, double? EarthOhmsNear, double? EarthOhmsFar, double? FarLoopOhms, double? NanofaradsNear, double? NanofaradsFar,
    double MeterPart = WireTest.UsualMeter)
{
    /// <summary>Of a meter where nothing is said.</summary>
    public const double UsualMeter = 0.01;

    /// <summary>Length of a wire, metres.</summary>
    public static readonly Bounds Length = new(1, 50_000);

    /// <summary>A kilometre of one wire, ohms.</summary>
    public static readonly Bounds PerKilometre = new(0.01, 10_000);

    /// <summary>What hangs at its end, ohms.</summary>
    public static readonly Bounds Load = new(0, 1e5);

    /// <summary>What a meter shows, ohms; "open" is infinite or as much as this.</summary>
    public static readonly Bounds Ohms = new(0, 1e12);

    /// <summary>What a meter shows, nanofarads.</summary>
    public static readonly Bounds Nanofarads = new(0, 1e9);

    /// <summary>Scatter of a meter, as a part of its reading.</summary>
    public static readonly Bounds Meter = new(0.0005, 0.2);

    /// <summary>What is wrong with a test; empty when it can be read.</summary>
    public List<FieldError> Wrong()
    {
        var errors = new List<FieldError>();
        void Number(double? value, Bounds bounds, string field, string what, bool mayBeOpen = false)
        {
            if (value is { } number && !bounds.Hold(number) && !(mayBeOpen && double.IsPositiveInfinity(number)))
            {
                errors.Add(new FieldError(field, FormattableString.Invariant($"It must be {what}, from {bounds.Least:G6} to {bounds.Most:G6}.")));
            }
        }

        Number(LengthMetres, Length, "lengthMetres", "the length of the wire, in metres");
        Number(OhmsPerKilometre, PerKilometre, "ohmsPerKilometre", "the resistance of a kilometre of one wire, in ohms");
        Number(LoadOhms, Load, "loadOhms", "the resistance of what hangs at its end, in ohms");
        Number(LoopOhms, Ohms, "loopOhms", "what the meter shows, in ohms", mayBeOpen: true);
        Number(FarLoopOhms, Ohms, "farLoopOhms", "what the meter shows, in ohms", mayBeOpen: true);
        Number(EarthOhmsNear, Ohms, "earthOhmsNear", "what the meter shows, in ohms", mayBeOpen: true);
        Number(EarthOhmsFar, Ohms, "earthOhmsFar", "what the meter shows, in ohms", mayBeOpen: true);
        Number(NanofaradsNear, Nanofarads, "nanofaradsNear", "what the meter shows, in nanofarads");
        Number(NanofaradsFar, Nanofarads, "nanofaradsFar", "what the meter shows, in nanofarads");
        Number(MeterPart, Meter, "meterPart", "the scatter of the meter as a part of its reading");
        return errors;
    }
}
