using GentleMole.Core.Fault;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>One reading of a frame.</summary>
public sealed class FrameLevel : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int SearchId { get; set; }

    public double AlongMetres { get; set; }

    /// <summary>With its sign: negative before a fault.</summary>
    public double Level { get; set; }

    public FrameSurface Surface { get; set; }

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
