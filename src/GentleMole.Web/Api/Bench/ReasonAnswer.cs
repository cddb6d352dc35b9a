namespace GentleMole.Web.Api;

internal sealed record ReasonAnswer(string Code, string Text);
