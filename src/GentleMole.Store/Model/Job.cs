using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>One job, from notice to handover. Lengths in metres, times in UTC, local days as days.</summary>
public sealed class Job
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public string Where { get; set; } = "";

    public JobSought Sought { get; set; }

    /// <summary>Who digs, and how to reach them.</summary>
    public string Digger { get; set; } = "";

    public string Contact { get; set; } = "";

    /// <summary>What is dug, and by what means (hand, machine, bore).</summary>
    public string Purpose { get; set; } = "";

    public string Means { get; set; } = "";

    public double? DigDepthMetres { get; set; }

    /// <summary>Local date and time at which the notice came in.</summary>
    public LocalDateTime? ReceivedAt { get; set; }

    public LocalDate? DigPlanned { get; set; }

    public List<SitePoint> DigCorners { get; set; } = [];

    /// <summary>Middle of a trench or bore, when the dig is a route; the corners are then laid round it.</summary>
    public List<SitePoint> DigRoute { get; set; } = [];

    public double? DigWidthMetres { get; set; }

    /// <summary>Branches of the route, each from the route outwards.</summary>
    public List<List<SitePoint>> DigLaterals { get; set; } = [];

    public OutlineStyle OutlineStyle { get; set; }

    /// <summary>Distance between marks of the outline; null lets the tool choose.</summary>
    public double? OutlineSpacingMetres { get; set; }

    public bool PoorSight { get; set; }

    /// <summary>Day on which the outline was painted.</summary>
    public LocalDate? OutlinedOn { get; set; }

    /// <summary>Number at the notice centre; empty for a call taken by ourselves.</summary>
    public string NoticeNumber { get; set; } = "";

    public SiteTraffic Traffic { get; set; }

    public SiteGround Ground { get; set; }

    public SiteConditions Conditions { get; set; }

    /// <summary>What becomes of paint on the site as a whole.</summary>
    public PaintGround PaintGround { get; set; }

    /// <summary>The works drive over the dig and a little round it: paint and stakes there do not last.</summary>
    public bool WorksDrive { get; set; }

    /// <summary>Two points, or none: the tape that dots are measured along.</summary>
    public List<SitePoint> Tape { get; set; } = [];

    public double OriginLatitude { get; set; }

    public double OriginLongitude { get; set; }

    /// <summary>True until somebody has tied the site's origin to a measured position.</summary>
    public bool OriginProvisional { get; set; } = true;

    /// <summary>Resistivity of the soil as it is supposed to be, Ω·m.</summary>
    public double SoilOhmMetres { get; set; } = 80;

    public Instant CreatedAt { get; set; }

    public Instant? HandedOverAt { get; set; }

    /// <summary>Head of the log's chain at the handover, as it stands on the sheet.</summary>
    public string HandoverHead { get; set; } = "";

    /// <summary>Code of what the sheet claimed when it went out; empty before.</summary>
    public string HandoverCode { get; set; } = "";

    public List<SoughtLine> Lines { get; } = [];

    public List<Hookup> Hookups { get; } = [];

    public List<Reading> Readings { get; } = [];

    public List<SiteFeature> Features { get; } = [];

    public List<RecordRequest> Requests { get; } = [];

    public List<RecordLine> Records { get; } = [];

    public List<CautionAck> Acks { get; } = [];

    public List<LineModel> LineModels { get; } = [];

    public List<LineTie> Ties { get; } = [];

    public List<Sweep> Sweeps { get; } = [];

    public List<FoundLine> Found { get; } = [];

    public List<RadarGrid> Grids { get; } = [];

    public List<FoundBody> Bodies { get; } = [];

    public List<UncoveredLine> Uncovered { get; } = [];

    public List<ControlWire> Wires { get; } = [];

    public List<SondePush> Pushes { get; } = [];

    public List<FaultSearch> FaultSearches { get; } = [];

    public List<MeasuredWire> MeasuredWires { get; } = [];

    public List<WalkedProfile> Profiles { get; } = [];

    public List<RadarCalibration> Calibrations { get; } = [];

    public List<Settlement> Settlements { get; } = [];

    /// <summary>This job with features put in; for drawing a part of a sheet.</summary>
    public Job WithFeatures(IEnumerable<SiteFeature> features)
    {
        Features.AddRange(features);
        return this;
    }

    public SiteOrigin Origin => new(OriginLatitude, OriginLongitude);
}
