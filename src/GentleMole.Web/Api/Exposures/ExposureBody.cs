namespace GentleMole.Web.Api;

/// <summary>Something that was dug up.</summary>
/// <param name="Id">UUID made by the device.</param>
/// <param name="Utility">Owner or kind, as with readings.</param>
/// <param name="CoverMetres">From the surface to its top.</param>
internal sealed record ExposureBody(string? Id, string? TakenAt, string? Utility, double? EastMetres, double? NorthMetres, double? CoverMetres, double? OutsideMillimetres);
