using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A function check before the day.</summary>
public sealed class InstrumentCheck
{
    public int Id { get; set; }

    public int InstrumentId { get; set; }

    public LocalDate Day { get; set; }

    public string By { get; set; } = "";

    public double? BatteryPercent { get; set; }

    /// <summary>True depth of the known line; null for a transmitter.</summary>
    public double? KnownDepthMetres { get; set; }

    public List<double> ReadMetres { get; set; } = [];

    public bool Passed { get; set; }
}
