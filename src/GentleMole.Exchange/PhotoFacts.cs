using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>What a photograph says of itself.</summary>
/// <param name="Format"><c>jpg</c> or <c>png</c>.</param>
/// <param name="TakenAt">Local time of the camera; cameras seldom know their zone.</param>
public sealed record PhotoFacts(string Format, LocalDateTime? TakenAt, GeoPosition? Position);
