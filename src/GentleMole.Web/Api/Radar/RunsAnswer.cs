namespace GentleMole.Web.Api;

internal sealed record RunsAnswer(IReadOnlyList<RunAnswer> Runs, IReadOnlyList<object[]> Isolated);
