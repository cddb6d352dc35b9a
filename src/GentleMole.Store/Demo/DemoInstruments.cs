using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>Made-up instruments of the made-up firm: one of the receivers was not checked this morning.</summary>
internal static class DemoInstruments
{
    public static IReadOnlyList<Instrument> All(Instant now)
    {
        var today = now.InUtc().Date;
        var amber = Transmitter("Amber, 5 W", "A-0412", [512, 8000, 33_000, 83_000], [5, 10, 25, 50, 100], 60, 5, 9, today.PlusDays(140));
        amber.Checks.Add(new InstrumentCheck { Day = today, By = "Jem Trewin", BatteryPercent = 82, Passed = true });
        var tansy = Transmitter("Tansy, 1 W", "T-0077", [8000, 33_000], [5, 10, 25], 30, 1, 6, today.PlusDays(31));
        tansy.Checks.Add(new InstrumentCheck { Day = today.PlusDays(-2), By = "Sunny Adeyo", BatteryPercent = 40, Passed = true });
        var wren = Receiver("Wren", "W-2210", [50, 512, 8000, 33_000, 83_000], 0.40, 0.05, today.PlusDays(140));
        wren.RelativeNoise = 0.004;
        wren.Checks.Add(new InstrumentCheck { Day = today, By = "Jem Trewin", BatteryPercent = 90, KnownDepthMetres = 0.92, ReadMetres = [0.93, 0.91, 0.92, 0.93], Passed = true });
        var plover = Receiver("Plover", "P-1088", [50, 8000, 33_000], 0.35, 0.12, today.PlusDays(-9));
        plover.Checks.Add(new InstrumentCheck { Day = today.PlusDays(-3), By = "Sunny Adeyo", BatteryPercent = 71, KnownDepthMetres = 0.92, ReadMetres = [0.98, 0.99, 1.01], Passed = false });
        return [amber, tansy, wren, plover];
    }

    private static Instrument Transmitter(
        string name, string serial, List<double> hertz, List<double> steps, double volts, double watts, double lead, LocalDate calibration) => new()
        {
            Kind = InstrumentKind.Transmitter, Name = name, Serial = serial, FrequenciesHertz = hertz, StepsMilliamps = steps, MaxVolts = volts, MaxWatts = watts,
            LeadMetres = lead, ClampVolts = 0.3 * watts, MomentAmpereSquareMetres = 1.2 * watts, BatteryWattHours = 12 * Math.Sqrt(watts) + 10, CalibrationEnds = calibration,
        };

    private static Instrument Receiver(string name, string serial, List<double> hertz, double separation, double floor, LocalDate calibration) => new()
    {
        Kind = InstrumentKind.Receiver, Name = name, Serial = serial, FrequenciesHertz = hertz, SeparationMetres = separation, FloorNanotesla = floor, CalibrationEnds = calibration,
    };
}
