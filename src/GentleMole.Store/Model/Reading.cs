using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>
/// What the receiver showed at one place. A dot placed on a page and a reading sent by a device are the same thing; the
/// device makes the id, so that a reading sent twice is stored once.
/// </summary>
public sealed class Reading : IJobPart
{
    public Guid Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Null when the utility that the device named is not on the notice.</summary>
    public int? LineId { get; set; }

    public int? HookupId { get; set; }

    /// <summary>Number of the dot within its line, from 1, in the order taken.</summary>
    public int Number { get; set; }

    public Instant TakenAt { get; set; }

    public required string Utility { get; set; }

    public double EastMetres { get; set; }

    public double NorthMetres { get; set; }

    /// <summary>How much farther off the line may be than the receiver says, 95 %: read from the side, or reckoned from two legs.</summary>
    public double? PlaceDoubtMetres { get; set; }

    public double? Peak { get; set; }

    public double? Null { get; set; }

    public double? DepthMetres { get; set; }

    public double? CurrentMilliamps { get; set; }

    public double? DirectionDegrees { get; set; }

    public double? FrequencyHertz { get; set; }

    public double? NullOffsetMetres { get; set; }

    public double? LiftMetres { get; set; }

    public double? LiftedDepthMetres { get; set; }

    public double? SidewaysPercent { get; set; }

    public double? TurnedDepthMetres { get; set; }

    /// <summary>Where the antenna tilted by 45° falls silent, left of the line.</summary>
    public double? TiltLeftMetres { get; set; }

    public double? TiltRightMetres { get; set; }

    /// <summary>Where the peak response has fallen to four fifths, left of the peak.</summary>
    public double? WidthLeftMetres { get; set; }

    public double? WidthRightMetres { get; set; }

    public bool? CurrentRunsAway { get; set; }

    public LineFeature Feature { get; set; }

    public List<CrossReading> Across { get; set; } = [];

    /// <summary>At a tee: the currents read on all ways out, the one followed on included; mA.</summary>
    public List<double> BranchMilliamps { get; set; } = [];

    public DotState State { get; set; }

    /// <summary>Why it was marked against its verdict, or left out.</summary>
    public string StateNote { get; set; } = "";

    /// <summary>Chance that the line that is wanted made the response, as it was reckoned when the dot was decided; null where nobody could say.</summary>
    public double? OnTarget { get; set; }

    /// <summary>What most likely made it: a line by its name in the supposed ground, or <c>unknown</c>, <c>hookup</c>, <c>disturbed</c>; empty where nobody could say.</summary>
    public string Likeliest { get; set; } = "";

    public SitePoint Place => new(EastMetres, NorthMetres);
}
