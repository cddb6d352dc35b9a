namespace GentleMole.Core.Days;

/// <summary>One part of the estimate, as data.</summary>
/// <param name="Code"><c>arrive</c>, <c>lines</c>, <c>no-metal</c>, <c>sweep</c>, <c>mark</c>, <c>traffic</c>, <c>ground</c>, <c>records</c>, <c>handover</c>.</param>
/// <param name="Amount">What it was counted from: lines, square metres, metres, or a factor less one.</param>
public sealed record TimePart(string Code, double Minutes, double Amount);
