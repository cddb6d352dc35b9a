using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A key for a device or a script. Only its hash is kept.</summary>
public sealed class TokenRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public TokenScope Scope { get; set; }

    /// <summary>The only job that it may see; null for all.</summary>
    public int? OnlyJobId { get; set; }

    /// <summary>SHA-256 in hexadecimal.</summary>
    public required string TokenHash { get; set; }

    public string MadeBy { get; set; } = "";

    public Instant MadeAt { get; set; }

    /// <summary>From when on it opens nothing; null for tokens from before they had an end.</summary>
    public Instant? ExpiresAt { get; set; }

    public Instant? RevokedAt { get; set; }

    public Instant? LastUsedAt { get; set; }
}
