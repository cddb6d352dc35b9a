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
        Length.Refuse(errors, LengthMetres, "lengthMetres", "the length of the wire, in metres");
        PerKilometre.Refuse(errors, OhmsPerKilometre, "ohmsPerKilometre", "the resistance of a kilometre of one wire, in ohms");
        Load.Refuse(errors, LoadOhms, "loadOhms", "the resistance of what hangs at its end, in ohms");
        Ohms.Refuse(errors, LoopOhms, "loopOhms", "what the meter shows, in ohms", mayBeOpen: true);
        Ohms.Refuse(errors, FarLoopOhms, "farLoopOhms", "what the meter shows, in ohms", mayBeOpen: true);
        Ohms.Refuse(errors, EarthOhmsNear, "earthOhmsNear", "what the meter shows, in ohms", mayBeOpen: true);
        Ohms.Refuse(errors, EarthOhmsFar, "earthOhmsFar", "what the meter shows, in ohms", mayBeOpen: true);
        Nanofarads.Refuse(errors, NanofaradsNear, "nanofaradsNear", "what the meter shows, in nanofarads");
        Nanofarads.Refuse(errors, NanofaradsFar, "nanofaradsFar", "what the meter shows, in nanofarads");
        Meter.Refuse(errors, MeterPart, "meterPart", "the scatter of the meter as a part of its reading");
        return errors;
    }
}
