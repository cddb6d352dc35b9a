namespace GentleMole.Web.Api;

internal sealed record WireAnswer(string Wire, string Finding, double? Part, double? LoopOhms);
