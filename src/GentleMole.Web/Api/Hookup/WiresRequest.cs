namespace GentleMole.Web.Api;

internal sealed record WiresRequest(List<WireBody?>? Wires);
