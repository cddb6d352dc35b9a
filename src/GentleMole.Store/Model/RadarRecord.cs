using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A profile that a radar recorded; its traces lie in a file beside the database.</summary>
public sealed class RadarRecord
{
    public Guid Id { get; set; }

    /// <summary>Name of the file that it came in, or of the cart that sent it.</summary>
    public string Name { get; set; } = "";

    public int Traces { get; set; }

    public int SamplesEach { get; set; }

    public double IntervalNanoseconds { get; set; }

    public double LengthMetres { get; set; }

    public double? SeparationMetres { get; set; }

    public double? CentreHertz { get; set; }

    public long Bytes { get; set; }

    /// <summary>SHA-256 of the file of traces, so that the log proves which they were.</summary>
    public string Sha256 { get; set; } = "";

    /// <summary>True while a device still walks it; its traces lie in parts until it ends.</summary>
    public bool IsOpen { get; set; }

    public Instant At { get; set; }

    public string By { get; set; } = "";
}
