namespace GentleMole.Web.Stages;

/// <summary>What a page says at its top, and that it is still looking.</summary>
/// <param name="Again">Address that is asked again while it is; null when it is done.</param>
internal sealed record Looking(string? Again, string Shape, string Say, string Why);
