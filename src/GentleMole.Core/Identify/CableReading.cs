namespace GentleMole.Core.Identify;

/// <summary>What a small clamp, or the receiver held to it, shows on one of several cables in a chamber or trench.</summary>
/// <param name="Name">What it is called there: its place, its colour, its label.</param>
/// <param name="IsAway">True when the current runs away from the transmitter, false when it runs back, null when it is not shown.</param>
public sealed record CableReading(string Name, double Milliamps, bool? IsAway);
