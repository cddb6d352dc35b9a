namespace GentleMole.Core.Network;

/// <summary>What a transmitter is set to and can do.</summary>
public sealed record Drive(double SetAmperes, double MaxVolts, double MaxWatts);
