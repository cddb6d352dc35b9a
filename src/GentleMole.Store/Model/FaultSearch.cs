using GentleMole.Core.Fault;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A search for a leak in a cable's sheath: what was done before, and what the frame showed.</summary>
public sealed class FaultSearch : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int LineId { get; set; }

    /// <summary>The signal is put on at the far end of the line as drawn: places along count from there.</summary>
    public bool IsFromFarEnd { get; set; }

    public double FrameWidthMetres { get; set; }

    public bool IsNearLifted { get; set; }

    public bool IsFarLifted { get; set; }

    public double? ForeignVolts { get; set; }

    public double? SheathOhms { get; set; }

    public double? StakeMetres { get; set; }

    public double? ReferenceLevel { get; set; }

    /// <summary>Reversals that were found across the cable too, metres along.</summary>
    public List<double> PinnedMetres { get; set; } = [];

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public List<FrameLevel> Levels { get; } = [];

    public FaultPrep Prep => new(IsNearLifted, IsFarLifted, ForeignVolts, SheathOhms, StakeMetres, ReferenceLevel);

    public FaultProfile Profile => new(FrameWidthMetres, [.. Levels.OrderBy(l => l.AlongMetres).Select(l => new FrameReading(l.AlongMetres, l.Level))], ReferenceLevel);
}
