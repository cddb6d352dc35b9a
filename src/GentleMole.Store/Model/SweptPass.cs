using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>One pass of a sweep; ticked off when it was walked.</summary>
public sealed class SweptPass : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int SweepId { get; set; }

    /// <summary>In the order in which they are walked, from 1.</summary>
    public int Number { get; set; }

    public double FromEast { get; set; }

    public double FromNorth { get; set; }

    public double ToEast { get; set; }

    public double ToNorth { get; set; }

    /// <summary>In which it is walked.</summary>
    public SweepMode Mode { get; set; }

    public Instant? WalkedAt { get; set; }

    public string WalkedBy { get; set; } = "";

    public List<SweptResponse> Responses { get; } = [];

    public SweepPass Pass => new(new SitePoint(FromEast, FromNorth), new SitePoint(ToEast, ToNorth), Mode);
}
