namespace GentleMole.Web.Api;

internal sealed record LossAnswer(
    double FromMetres, double ToMetres, double Milliamps, double Low95Milliamps, double High95Milliamps, double Probability, IReadOnlyList<LossCauseAnswer> Causes);
