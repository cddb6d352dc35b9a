namespace GentleMole.Web.Api;

internal sealed record LedgerAnswer(
    string Model, double PerMetre, double StartMilliamps, double? StartShare, IReadOnlyList<ExpectedCurrentAnswer> Expected, IReadOnlyList<LossAnswer> Losses, IReadOnlyList<int> Outliers,
    IReadOnlyList<TeeAnswer> Tees);
