namespace GentleMole.Web.Api;

internal sealed record LineFieldAnswer(
    IReadOnlyList<double> HorizontalNanotesla,
    IReadOnlyList<double> VerticalNanotesla,
    double? PeakOffsetMetres,
    double? NullOffsetMetres);
