using GentleMole.Core.Marking;
using GentleMole.Core.Site;

namespace GentleMole.Core.Conflicts;

/// <summary>A piece of a line whose tolerance zone reaches into the dig.</summary>
/// <param name="LineId">Which line.</param>
/// <param name="FromMetres">Along the line, where its zone comes into the dig.</param>
/// <param name="ToMetres">Where it leaves it.</param>
/// <param name="AreaSquareMetres">Of the dig that lies in its zone: no machine there until the line is exposed.</param>
/// <param name="Middle">On the line, halfway.</param>
/// <param name="RoomMetres">From the dig's bottom down to its top where that is least, with the ± of both; negative where the dig goes deeper than it lies. Null without a depth of either.</param>
/// <param name="IsDepthKnownThroughout">Its depth was read all along the piece: else the least room may be less.</param>
/// <param name="Level">The worst along it.</param>
/// <param name="Confidence">The worst along it.</param>
public sealed record Conflict(
    int LineId, double FromMetres, double ToMetres, double AreaSquareMetres, SitePoint Middle, Estimate? RoomMetres, bool IsDepthKnownThroughout, QualityLevel Level, Verdict Confidence)
{
    /// <summary>Nobody has found it there: a plan says so.</summary>
    public bool IsByPlan { get; init; }

    /// <summary>How long it is, along the line.</summary>
    public double LengthMetres => ToMetres - FromMetres;

    /// <summary>True where the dig passes clear above it whatever the ± are, by what was read: which is no leave to dig there with a machine.</summary>
    public bool IsClearBelow => IsDepthKnownThroughout && RoomMetres is { Low95: > 0 };
}
