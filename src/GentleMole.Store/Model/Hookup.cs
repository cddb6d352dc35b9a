using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>How the signal was put on a line: the first thing asked when a mark is wrong.</summary>
public sealed class Hookup : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int LineId { get; set; }

    public HookupMethod Method { get; set; }

    /// <summary>What was clipped to, in words: "tracer wire, valve box 3".</summary>
    public string ConnectedTo { get; set; } = "";

    public double ConnectionEast { get; set; }

    public double ConnectionNorth { get; set; }

    public double? StakeEast { get; set; }

    public double? StakeNorth { get; set; }

    public double? FrequencyHertz { get; set; }

    public double? SentMilliamps { get; set; }

    public double? Volts { get; set; }

    /// <summary>The loop at a second frequency, which tells causes of a bad circuit apart.</summary>
    public double? OtherHertz { get; set; }

    public double? OtherVolts { get; set; }

    public double? OtherMilliamps { get; set; }

    /// <summary>Current read on the line some metres out, held against what was sent.</summary>
    public double? HeardMilliamps { get; set; }

    public int? TransmitterId { get; set; }

    public int? ReceiverId { get; set; }

    /// <summary>Wires that were tried in the box before this one was taken.</summary>
    public List<WireTrial> Wires { get; set; } = [];

    /// <summary>Cables in one chamber or trench, with what a small clamp shows on each.</summary>
    public List<CableReading> Cables { get; set; } = [];

    /// <summary>Which chamber, in words.</summary>
    public string CablesAt { get; set; } = "";

    /// <summary>Circle walked round the hookup, and the bearings at which something was heard, degrees from north.</summary>
    public double? ArcRadiusMetres { get; set; }

    public List<double> ArcBearings { get; set; } = [];

    public Instant MadeAt { get; set; }

    /// <summary>Readings taken with this hookup.</summary>
    public List<Reading> Readings { get; } = [];

    public SitePoint Connection => new(ConnectionEast, ConnectionNorth);

    public SitePoint? Stake => StakeEast is { } e && StakeNorth is { } n ? new SitePoint(e, n) : null;
}
