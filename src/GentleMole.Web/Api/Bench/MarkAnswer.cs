namespace GentleMole.Web.Api;

internal sealed record MarkAnswer(string School, double OffsetMetres, double WidthMetres, double ToleranceLeftMetres);
