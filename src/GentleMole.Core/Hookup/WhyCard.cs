namespace GentleMole.Core.Hookup;

/// <summary>One cause with this site's own numbers.</summary>
/// <param name="Supposed">True when the ground on the sheet is already supposed to be so.</param>
/// <param name="Without">The figure without the cause, in the unit of the kind: mA, Ω, or metres.</param>
/// <param name="With">The figure with it.</param>
/// <param name="Remedy">The figure with the usual remedy, where there is one.</param>
/// <param name="Line">The other line concerned.</param>
/// <param name="RemedyHertz">Frequency of the remedy, where it is one.</param>
public sealed record WhyCard(WhyKind Kind, bool Supposed, double Without, double With, double? Remedy = null, string? Line = null, double? RemedyHertz = null);
