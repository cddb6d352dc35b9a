namespace GentleMole.Web.Api;

internal sealed record RefusedWayAnswer(string Method, string At, string Code, string Text);
