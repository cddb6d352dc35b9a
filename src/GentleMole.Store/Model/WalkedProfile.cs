using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A radar profile on the site where it was walked: where it lies, what was passed, how it is shown, what was read from it.</summary>
public sealed class WalkedProfile : IJobPart
{
    /// <summary>Chains that undo goes back through.</summary>
    public const int MostBefore = 20;

    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>The recording.</summary>
    public Guid ProfileId { get; set; }

    public RadarRecord? Profile { get; set; }

    /// <summary>Number of it on the site, from 1: what stands at its start.</summary>
    public int Number { get; set; }

    public string Name { get; set; } = "";

    /// <summary>Where its first trace lies; null while nobody has said it.</summary>
    public double? StartEastMetres { get; set; }

    public double? StartNorthMetres { get; set; }

    /// <summary>Direction of the walk, clockwise from north.</summary>
    public double? BearingDegrees { get; set; }

    /// <summary>True metres of one that the wheel counted.</summary>
    public double WheelFactor { get; set; } = 1;

    public List<WalkMark> Marks { get; set; } = [];

    /// <summary>Steps by which it is shown.</summary>
    public List<RadarStep> Steps { get; set; } = [];

    /// <summary>Chains before that one, the last at the end.</summary>
    public List<List<RadarStep>> StepsBefore { get; set; } = [];

    /// <summary>When somebody said that it is read: nothing more in it; null until then.</summary>
    public Instant? ReadAt { get; set; }

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public List<RadarPick> Picks { get; } = [];

    /// <summary>The way it was walked; null while it lies nowhere.</summary>
    /// <param name="lengthMetres">As the wheel counted.</param>
    public Run? Way(double lengthMetres) => PlaceAt(0) is { } start && PlaceAt(Math.Max(lengthMetres, 0.1)) is { } end && start.DistanceTo(end) > 0.01 ? new Run([start, end]) : null;

    /// <summary>Place of what the wheel counted; null while it lies nowhere.</summary>
    public SitePoint? PlaceAt(double countedMetres) => StartEastMetres is { } east && StartNorthMetres is { } north && BearingDegrees is { } bearing
        ? new SitePoint(east, north) + (Azimuth.Of(bearing).Direction * (countedMetres * WheelFactor))
        : null;
}
