using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>One stop of a push, as it was read.</summary>
public sealed class PushedFix : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int PushId { get; set; }

    public double PaidOutMetres { get; set; }

    /// <summary>Where it was heard most; for a row, where the row has its zero.</summary>
    public double EastMetres { get; set; }

    public double NorthMetres { get; set; }

    public double? AheadMetres { get; set; }

    public double? BehindMetres { get; set; }

    /// <summary>How far the strongest place lies beside the line of the nulls, where they were clicked on the plan.</summary>
    public double? OffLineMetres { get; set; }

    public double HeightMetres { get; set; }

    public double? ShownMetres { get; set; }

    public double? TurnedMetres { get; set; }

    public double? Level { get; set; }

    public double? LiftedLevel { get; set; }

    public double? LiftedHeightMetres { get; set; }

    /// <summary>Which way the pipe runs there, in the direction of pushing; for a row, the way of its numbers.</summary>
    public double? AheadDegrees { get; set; }

    /// <summary>Height of the surface, from any level that holds for the whole push.</summary>
    public double GroundMetres { get; set; }

    /// <summary>A row of levels that a receiver sent: place along, height, both coils.</summary>
    public List<SondeReading> Row { get; set; } = [];

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public SitePoint Place => new(EastMetres, NorthMetres);

    /// <summary>What a hand read.</summary>
    /// <param name="usual">Which way the pipe runs where nobody has said it.</param>
    public SondeEntry Entry(Azimuth? usual) => new(
        Place, AheadMetres, BehindMetres, new Height(HeightMetres), ShownMetres, TurnedMetres, Level, LiftedLevel, LiftedHeightMetres is { } lifted ? new Height(lifted) : null,
        AheadDegrees is { } degrees ? Azimuth.Of(degrees) : usual, OffLineMetres);
}
