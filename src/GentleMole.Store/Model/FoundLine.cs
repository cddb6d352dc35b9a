using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Core.Together;
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

    /// <summary>By radar: velocity of the ground that those were reckoned with; null of what was decided before that was written down.</summary>
    public double? VelocityMetresPerNanosecond { get; set; }

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

    /// <summary>By radar: what somebody says of it and the receiver, which do not agree on its line.</summary>
    public WitnessAnswer HeldAs { get; set; }

    /// <summary>How far apart the two lay when that was said, metres: what has changed since is a question again.</summary>
    public double HeldApartMetres { get; set; }

    /// <summary>Why.</summary>
    public string HeldNote { get; set; } = "";

    public string HeldBy { get; set; } = "";

    public Instant? HeldAt { get; set; }

    /// <summary>What a run of radar responses tells of its line; null of what is none, of a sweep, and of what cannot be drawn.</summary>
    public RadarWitness? Witness
    {
        get
        {
            if (Source != FoundBy.Radar || LineId is null || Becomes is not (FoundAs.Target or FoundAs.Unknown) || CoversMetres.Count != Points.Count || !SiteRules.IsRun(Points) || new Run(Points) is not { } way || way.Points.Count != Points.Count)
            {
                return null;
            }

            return new RadarWitness(Id, way, CoversMetres, CoverHalfMetres ?? 0, Lateral95Metres, Probability, HeldAs, HeldApartMetres);
        }
    }
}
