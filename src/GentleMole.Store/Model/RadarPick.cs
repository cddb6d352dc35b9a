using GentleMole.Core.Radar;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>What a person decided of a response in a profile: taken as it was found, moved, laid by hand, or refused. Refusals are kept.</summary>
public sealed class RadarPick : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int WalkedProfileId { get; set; }

    public RadarPickState State { get; set; }

    /// <summary>Where the search had found it, as the wheel counted; null for one that it did not find.</summary>
    public double? FoundAlongMetres { get; set; }

    /// <summary>When it had found its top, from the first sample.</summary>
    public double? FoundNanoseconds { get; set; }

    /// <summary>Where it lies, as the wheel counted.</summary>
    public double AlongMetres { get; set; }

    /// <summary>Of its top, from the first sample.</summary>
    public double TimeNanoseconds { get; set; }

    public double CoverMetres { get; set; }

    /// <summary>Half of the 95 % interval.</summary>
    public double CoverHalfMetres { get; set; }

    public double VelocityMetresPerNanosecond { get; set; }

    /// <summary>Half of the 95 % interval; null where it is not by its own curve.</summary>
    public double? VelocityHalfMetresPerNanosecond { get; set; }

    public double RadiusMetres { get; set; }

    public double CrossingDegrees { get; set; } = 90;

    /// <summary>The first lobe has the sign of the direct wave; null where nobody can tell.</summary>
    public bool? IsNormal { get; set; }

    /// <summary>What the search gave it, 0 to 1.</summary>
    public double? Confidence { get; set; }

    /// <summary>Its curve tells the velocity of the site.</summary>
    public bool TellsVelocity { get; set; }

    /// <summary>Of a refusal: why. Else what somebody noted.</summary>
    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    /// <summary>Takes over what a search found, as it found it.</summary>
    /// <param name="wheelFactor">True metres of one that the wheel counted; the search tells true ones.</param>
    public void TakeOver(RadarTarget found, double wheelFactor)
    {
        static double Rounded(double value) => Math.Round(value, 5);
        var along = Rounded(found.Along.Value / wheelFactor);
        (FoundAlongMetres, FoundNanoseconds, AlongMetres, TimeNanoseconds) = (along, Rounded(found.TimeNanoseconds), along, Rounded(found.TimeNanoseconds));
        (CoverMetres, CoverHalfMetres) = (Rounded(found.Cover.Value), Rounded(found.Cover.HalfWidth));
        (VelocityMetresPerNanosecond, VelocityHalfMetresPerNanosecond, RadiusMetres, CrossingDegrees) = (Rounded(found.Velocity.Value), Rounded(found.Velocity.HalfWidth), Rounded(found.RadiusMetres), Math.Round(found.CrossingDegrees));
        (IsNormal, Confidence, TellsVelocity) = (found.IsNormal, Math.Round(found.Confidence, 3), false);
    }

    /// <summary>Along the line everything is so many times as long as was counted: so are, by the same curve, velocity and cover.</summary>
    public void Lengthen(double times)
    {
        (VelocityMetresPerNanosecond, VelocityHalfMetresPerNanosecond) = (VelocityMetresPerNanosecond * times, VelocityHalfMetresPerNanosecond * times);
        (CoverMetres, CoverHalfMetres) = (CoverMetres * times, CoverHalfMetres * times);
    }

    public Instant At { get; set; }
}
