namespace GentleMole.Core.Network;

/// <summary>What drives current in a network.</summary>
public abstract record SignalSource;
