using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>Traces that a device sent together while it walks, in a file beside the database until the walk ends and they are joined.</summary>
public sealed class RadarPart : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>The recording that they belong to.</summary>
    public Guid ProfileId { get; set; }

    /// <summary>Number of the first trace.</summary>
    public int First { get; set; }

    /// <summary>Numbers of all of them, in order; what is sent again is known by them.</summary>
    public List<int> Numbers { get; set; } = [];

    /// <summary>SHA-256 of the file.</summary>
    public string Sha256 { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
