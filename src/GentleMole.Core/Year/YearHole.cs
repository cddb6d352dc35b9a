using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>Something that was dug up.</summary>
/// <param name="IsHit">It was hit or hurt.</param>
/// <param name="IsUnmarked">No mark was there.</param>
public sealed record YearHole(LocalDate On, bool IsHit, bool IsUnmarked);
