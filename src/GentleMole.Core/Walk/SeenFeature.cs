using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>A feature seen on site.</summary>
public sealed record SeenFeature(int Id, Placed Placed);
