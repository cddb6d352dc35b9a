namespace GentleMole.Core.Instruments;

/// <summary>
/// One reading of a simulated receiver. Depth and current are withheld (null) when the gradient makes no sense, the response
/// is too weak or pegged, or the blade is not near the peak.
/// </summary>
/// <param name="RunsAway">True when the current runs the way the blade looks, by its phase against the transmitter's; null when too weak to tell.</param>
/// <param name="Pegged">The lower coil's amplifier is at its end: the peak is hidden.</param>
public sealed record ReceiverReading(
    double PeakTesla, double NullTesla, double? DepthMetres, double? CurrentAmperes, bool? RunsAway = null, bool Pegged = false);
