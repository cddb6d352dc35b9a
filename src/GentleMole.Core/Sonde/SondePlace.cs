namespace GentleMole.Core.Sonde;

/// <summary>Where a sonde lies, as far as it was read.</summary>
/// <param name="Way">By what.</param>
/// <param name="Along">Along the run, metres.</param>
/// <param name="Depth">Ground to its centre, metres.</param>
/// <param name="TiltDegrees">Nose down positive; null when nothing tells.</param>
/// <param name="Verdict">Whether it may be used.</param>
/// <param name="Reasons">Why.</param>
public sealed record SondePlace(SondeWay Way, Estimate Along, Estimate Depth, Estimate? TiltDegrees, Verdict Verdict, IReadOnlyList<Reason> Reasons);
