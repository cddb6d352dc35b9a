namespace GentleMole.Web.Api;

internal sealed record WireFaultAnswer(string Kind, double? AlongMetres, IntervalAnswer? Along, double? FaultOhms, bool NeedsFarEnd, string Text);
