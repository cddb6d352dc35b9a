namespace GentleMole.Web.Api;

internal sealed record IdentifyAnswer(IReadOnlyList<IdentityAnswer> Observations);
