namespace GentleMole.Exchange.Centre;

/// <summary>A utility that a notice asks about.</summary>
public sealed record CentreUtility(string Kind, string Owner);
