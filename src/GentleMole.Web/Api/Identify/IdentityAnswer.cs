namespace GentleMole.Web.Api;

internal sealed record IdentityAnswer(
    IReadOnlyList<HypothesisAnswer> Hypotheses, string Verdict, IReadOnlyList<ReasonAnswer> Reasons, NextMeasurementAnswer? NextMeasurement);
