using GentleMole.Core.Instruments;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>An instrument of the firm with what it can do.</summary>
public sealed class Instrument
{
    public int Id { get; set; }

    public InstrumentKind Kind { get; set; }

    public required string Name { get; set; }

    public string Serial { get; set; } = "";

    public List<double> FrequenciesHertz { get; set; } = [];

    /// <summary>Settings of a transmitter's output.</summary>
    public List<double> StepsMilliamps { get; set; } = [];

    public double MaxVolts { get; set; } = 60;

    public double MaxWatts { get; set; } = 5;

    public double LeadMetres { get; set; } = 9;

    public double ClampVolts { get; set; } = 1.5;

    public double MomentAmpereSquareMetres { get; set; } = 6;

    public double BatteryWattHours { get; set; } = 40;

    /// <summary>Build of a receiver.</summary>
    public double SeparationMetres { get; set; } = 0.4;

    public double FloorNanotesla { get; set; } = 0.05;

    public double RelativeNoise { get; set; } = 0.01;

    public double FullScaleMicrotesla { get; set; } = 400;

    /// <summary>Unit of its display: metres or feet.</summary>
    public string Units { get; set; } = "m";

    /// <summary>Last day on which its calibration holds.</summary>
    public LocalDate? CalibrationEnds { get; set; }

    public List<InstrumentCheck> Checks { get; } = [];

    public TransmitterProfile AsTransmitter() => new(
        Name, [.. FrequenciesHertz.Order()], [.. StepsMilliamps.Order()], MaxVolts, MaxWatts, LeadMetres, ClampVolts, MomentAmpereSquareMetres, BatteryWattHours);

    public ReceiverProfile AsReceiver() => new(Name, [.. FrequenciesHertz.Order()], SeparationMetres, FloorNanotesla, RelativeNoise, FullScaleMicrotesla);

    /// <summary>State on a day, by the latest check not after it.</summary>
    public CheckState StateOn(LocalDate day)
    {
        var latest = Checks.Where(c => c.Day <= day).MaxBy(c => (c.Day, c.Id));
        return FunctionCheck.StateOn(day, CalibrationEnds, latest?.Day, latest?.Passed == true);
    }
}
