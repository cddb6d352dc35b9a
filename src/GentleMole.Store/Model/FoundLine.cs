using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A line that a sweep or a radar found, and what somebody decided that it is.</summary>
public sealed class FoundLine : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>The line of the notice that it is, or that was made of it; none for a ghost.</summary>
    public int? LineId { get; set; }

    /// <summary>Its way as it was when this was decided.</summary>
    public List<SitePoint> Points { get; set; } = [];

    public List<SweepMode> Modes { get; set; } = [];

    public FoundBy Source { get; set; }

    /// <summary>By radar: surface to its top at each of its points, metres.</summary>
    public List<double> CoversMetres { get; set; } = [];

    /// <summary>By radar: half the width of the 95 % interval of those.</summary>
    public double? CoverHalfMetres { get; set; }

    /// <summary>By radar: the first lobe has the sign of the direct wave (empty pipe); null where nobody looked.</summary>
    public bool? IsNormal { get; set; }

    public double? DepthMetres { get; set; }

    public double Probability { get; set; }

    public double Lateral95Metres { get; set; }

    public FoundAs Becomes { get; set; }

    /// <summary>What is done next; of meaning for an unknown line alone.</summary>
    public FoundStep NextStep { get; set; }

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    /// <summary>When an unknown line was settled; it is on the handover until then.</summary>
    public Instant? SettledAt { get; set; }

    public string Outcome { get; set; } = "";
}
