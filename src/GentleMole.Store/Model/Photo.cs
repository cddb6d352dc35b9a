using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A photograph of a feature, or a picture out of a pipe; the bytes lie beside the database.</summary>
public sealed class Photo : IJobPart
{
    public Guid Id { get; set; }

    public int JobId { get; set; }

    /// <summary>What it shows: a feature on the site, what a camera saw in a pipe, what was dug up, or the marks of a line; one of them.</summary>
    public int? FeatureId { get; set; }

    public int? CameraFindId { get; set; }

    public Guid? UncoveredLineId { get; set; }

    public int? SoughtLineId { get; set; }

    /// <summary><c>jpg</c> or <c>png</c>.</summary>
    public required string Format { get; set; }

    public long Bytes { get; set; }

    /// <summary>SHA-256 of the file as it came, so that the log proves which picture it was.</summary>
    public string Sha256 { get; set; } = "";

    public LocalDateTime? TakenAt { get; set; }

    public double? Latitude { get; set; }

    public double? Longitude { get; set; }
}
