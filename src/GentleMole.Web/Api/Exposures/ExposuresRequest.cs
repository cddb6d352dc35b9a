namespace GentleMole.Web.Api;

/// <summary>What was dug up.</summary>
internal sealed record ExposuresRequest(List<ExposureBody?>? Exposures);
