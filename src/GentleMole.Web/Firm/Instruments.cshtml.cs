using GentleMole.Core.Instruments;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Frame;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Firm;

/// <summary>The firm's transmitters and receivers: what they can do, and whether they are in check.</summary>
internal sealed class InstrumentsPage(MoleDb db, PlaceClock clock) : FirmPage(db)
{
    private const int MostFrequencies = 40;

    [BindProperty(SupportsGet = true, Name = "instrument")]
    public int? InstrumentId { get; set; }

    /// <summary>Kind of a new instrument.</summary>
    [BindProperty(SupportsGet = true, Name = "new")]
    public string? NewKind { get; set; }

    public IReadOnlyList<Instrument> Instruments { get; private set; } = [];

    public LocalDate Today { get; private set; }

    public Instrument? Edited => Instruments.FirstOrDefault(i => i.Id == InstrumentId);

    public InstrumentKind Kind => Edited?.Kind ?? (NewKind == "receiver" ? InstrumentKind.Receiver : InstrumentKind.Transmitter);

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var name = reader.Text("name", 100, required: true);
        var serial = reader.Text("serial", 100);
        var hertz = reader.Numbers("frequencies", "Hz", 10, 500_000, MostFrequencies);
        var calibration = reader.Day("calibration");
        if (reader.IsGood && hertz.Count == 0)
        {
            reader.Refuse("frequencies", Kind == InstrumentKind.Transmitter ? "Say which frequencies it sends, in Hz: 512 8000 33000." : "Say which frequencies it hears, in Hz: 50 512 8000.");
        }

        if (Instruments.Any(i => i.Id != InstrumentId && i.Kind == Kind && string.Equals(i.Name, name, StringComparison.OrdinalIgnoreCase)))
        {
            reader.Refuse("name", "There is one of this name already.");
        }

        var instrument = Edited ?? new Instrument { Name = name, Kind = Kind };
        var build = Read(reader, Kind, instrument);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (instrument.Name, instrument.Serial, instrument.CalibrationEnds) = (name, serial, calibration);
        instrument.FrequenciesHertz = [.. hertz.Distinct().Order()];
        build();
        if (Edited is null)
        {
            Db.Instruments.Add(instrument);
        }

        await SaveAsync();
        return RedirectToPage(null, null, new { instrument = instrument.Id });
    }

    /// <summary>The function check before the day.</summary>
    public async Task<IActionResult> OnPostCheckAsync()
    {
        if (Edited is not { } instrument)
        {
            return NotFound();
        }

        var reader = Reader();
        var battery = reader.Number("battery", "%", 0, 100);
        var check = new InstrumentCheck { InstrumentId = instrument.Id, Day = Today, By = Visitor.Name, BatteryPercent = battery };
        if (instrument.Kind == InstrumentKind.Receiver)
        {
            var (known, read) = (reader.Length("known", 0.01, 50), reader.Lengths("read", 0.001, 50));
            var result = FunctionCheck.Of(known, read);
            if (reader.IsGood)
            {
                reader.Refuse(result.Errors);
            }

            if (reader.IsGood)
            {
                (check.KnownDepthMetres, check.ReadMetres, check.Passed) = (known, read, result.Value.Passed);
            }
        }
        else
        {
            if (reader.IsGood && battery is null)
            {
                reader.Refuse("battery", "Say how full the battery is.");
            }

            check.Passed = reader.Ticked("sends");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Checks.Add(check);
        await SaveAsync();
        return RedirectToPage(null, null, new { instrument = instrument.Id });
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Instruments = await Db.Instruments.Include(i => i.Checks).OrderBy(i => i.Kind).ThenBy(i => i.Name).ToListAsync(cancellation);
        var zone = await Db.Firms.AsNoTracking().Select(f => f.TimeZone).SingleAsync(cancellation);
        Today = clock.Now(zone).Date;
    }

    /// <summary>Reads what belongs to the kind; the result puts it into the instrument, once everything was readable.</summary>
    private static Action Read(FormReader reader, InstrumentKind kind, Instrument instrument)
    {
        if (kind == InstrumentKind.Receiver)
        {
            var separation = reader.Length("separation", 0.05, 2, required: true);
            var (floor, noise, scale) = (reader.Number("floor", "nT", 0.0001, 1000), reader.Number("noise", "%", 0, 50), reader.Number("fullScale", "µT", 0.001, 1e6));
            var units = reader.Text("units", 4);
            return () =>
            {
                (instrument.SeparationMetres, instrument.FloorNanotesla) = (separation!.Value, floor ?? instrument.FloorNanotesla);
                (instrument.RelativeNoise, instrument.FullScaleMicrotesla) = (noise / 100 ?? instrument.RelativeNoise, scale ?? instrument.FullScaleMicrotesla);
                instrument.Units = units == "ft" ? "ft" : "m";
            };
        }

        var steps = reader.Numbers("steps", "mA", 0.1, 20_000, MostFrequencies);
        if (reader.IsGood && steps.Count == 0)
        {
            reader.Refuse("steps", "Say which settings its output has, in mA: 5 10 25 50.");
        }

        var (volts, watts) = (reader.Number("volts", "V", 1, 2000), reader.Number("watts", "W", 0.01, 1000));
        var lead = reader.Length("lead", 0.5, 200);
        var (clamp, moment, battery) = (reader.Number("clamp", "V", 0, 1000), reader.Number("moment", "A·m²", 0, 10_000), reader.Number("batteryHours", "Wh", 0.1, 10_000));
        return () =>
        {
            instrument.StepsMilliamps = [.. steps.Distinct().Order()];
            (instrument.MaxVolts, instrument.MaxWatts, instrument.LeadMetres) = (volts ?? instrument.MaxVolts, watts ?? instrument.MaxWatts, lead ?? instrument.LeadMetres);
            (instrument.ClampVolts, instrument.MomentAmpereSquareMetres, instrument.BatteryWattHours) =
                (clamp ?? instrument.ClampVolts, moment ?? instrument.MomentAmpereSquareMetres, battery ?? instrument.BatteryWattHours);
        };
    }
}
