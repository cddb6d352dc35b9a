namespace GentleMole.Core.Hookup;

/// <summary>A wire with its finding.</summary>
/// <param name="Part">Current heard in the expected direction as a part of what was sent.</param>
public sealed record WireResult(WireTrial Trial, WireFinding Finding, double? Part, double? LoopOhms);
