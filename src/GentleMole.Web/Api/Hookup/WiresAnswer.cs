namespace GentleMole.Web.Api;

internal sealed record WiresAnswer(string? Likely, IReadOnlyList<WireAnswer> Wires);
