using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A line that a sweep found, and what somebody decided that it is.</summary>
public sealed class FoundLine : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>The line of the notice that it is, or that was made of it; none for a ghost.</summary>
    public int? LineId { get; set; }

    /// <summary>Its way as it was when this was decided.</summary>
    public List<SitePoint> Points { get; set; } = [];

    public List<SweepMode> Modes { get; set; } = [];

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
