using GentleMole.Core.Bodies;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A body that radar lines showed, as it was measured when somebody said what it is. Halves are of 95 % intervals.</summary>
public sealed class FoundBody : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Number of it on the site, from 1.</summary>
    public int Number { get; set; }

    public List<SitePoint> Outline { get; set; } = [];

    /// <summary>What it was taken for, with how likely that was.</summary>
    public BodyKind Guess { get; set; }

    public double Probability { get; set; }

    /// <summary>What somebody says that it is.</summary>
    public BodyKind Becomes { get; set; }

    /// <summary>Somebody says that it is nothing: a layer, rubble, roots.</summary>
    public bool IsNothing { get; set; }

    public double LengthMetres { get; set; }

    public double LengthHalfMetres { get; set; }

    public double WidthMetres { get; set; }

    public double WidthHalfMetres { get; set; }

    public double BearingDegrees { get; set; }

    /// <summary>Surface to its top, or to the uppermost layer that is missing.</summary>
    public double CoverMetres { get; set; }

    public double CoverHalfMetres { get; set; }

    /// <summary>Its top answered; where not, only missing layers told of it.</summary>
    public bool IsTopSeen { get; set; }

    public double? HeightMetres { get; set; }

    public double? HeightHalfMetres { get; set; }

    public double? VolumeCubicMetres { get; set; }

    public double? VolumeHalfCubicMetres { get; set; }

    /// <summary>It may go on where nobody walked.</summary>
    public bool IsOpen { get; set; }

    /// <summary>What is done next; of meaning for an unknown one alone.</summary>
    public BodyStep NextStep { get; set; }

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    /// <summary>When an unknown one was settled; it is on the handover until then.</summary>
    public Instant? SettledAt { get; set; }

    public string Outcome { get; set; } = "";

    /// <summary>Of its outline; the site's origin where it has none.</summary>
    public SitePoint Middle => Outline.Aggregate(default(SitePoint), (sum, p) => sum + p) * (1.0 / Math.Max(1, Outline.Count));

    /// <summary>Its outline with four square corners.</summary>
    public BodyBox Box => new(Middle, BearingDegrees * Math.PI / 180, LengthMetres, WidthMetres);

    /// <summary>True when it is something, and lies where it can be drawn.</summary>
    public bool IsDrawable => !IsNothing && Outline.Count >= 3 && LengthMetres > 0 && WidthMetres > 0;

    /// <summary>True while it is on the handover as something that nobody knows.</summary>
    public bool IsUnsettled => Becomes == BodyKind.Unknown && !IsNothing && SettledAt is null;
}
