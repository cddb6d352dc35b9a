using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A secret address at which somebody without an account sees what lies under one dig, until it is taken back.</summary>
public sealed class DiggerLink : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Who it was given to.</summary>
    public required string ForWhom { get; set; }

    /// <summary>Only the hash of its secret is kept.</summary>
    public required string SecretHash { get; set; }

    public Instant MadeAt { get; set; }

    public required string MadeBy { get; set; }

    /// <summary>From then on it opens nothing.</summary>
    public Instant? RevokedAt { get; set; }

    public string RevokedBy { get; set; } = "";
}
