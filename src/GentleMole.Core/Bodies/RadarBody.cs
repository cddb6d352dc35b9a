using GentleMole.Core.Site;

namespace GentleMole.Core.Bodies;

/// <summary>Something wide in the ground, as a grid of radar lines shows it.</summary>
/// <param name="Box">Its likeliest outline.</param>
/// <param name="Length">The longer side, metres.</param>
/// <param name="Width">The shorter side, metres.</param>
/// <param name="Bearing">Of its length, degrees in 0 to 180 (the interval may reach over both); of no meaning for what is as broad as long.</param>
/// <param name="Cover">Surface to its top, or to the uppermost layer that is missing; metres.</param>
/// <param name="Kinds">What it may be, likeliest first; they add up to 1.</param>
/// <param name="Hits">Pieces that it was told by: line, and from where to where along it.</param>
public sealed record RadarBody(
    BodyBox Box, Estimate Length, Estimate Width, Estimate Bearing, Estimate Cover, BodyFacts Facts, IReadOnlyList<(BodyKind Kind, double Probability)> Kinds,
    IReadOnlyList<(int Line, double FromMetres, double ToMetres)> Hits)
{
    /// <summary>Below this nothing is claimed: it is unknown.</summary>
    public const double ClaimFrom = 0.6;

    /// <summary>What it is taken for: the likeliest kind, or unknown where none is likely enough, or one line alone saw it.</summary>
    public BodyKind Kind => Facts.HitLines > 1 && Kinds.Count > 0 && Kinds[0].Probability >= ClaimFrom ? Kinds[0].Kind : BodyKind.Unknown;

    /// <summary>Top to bottom, metres, if it is what it is taken for; null where no bottom answers or nobody knows how quick it is inside.</summary>
    public Estimate? Height { get; init; }

    /// <summary>Outlines that agree with the lines, each as likely as any other.</summary>
    internal IReadOnlyList<BodyBox> Boxes { get; init; } = [];

    /// <summary>Length × width × height, cubic metres; null where there is no height.</summary>
    public Estimate? Volume { get; init; }
}
