using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>How many times as wide the firm makes the ± of its marks, and since when: a dot keeps what held when it was taken.</summary>
internal sealed record MarkTimes(double AcrossTimes, Instant? AcrossSince, double DepthTimes, Instant? DepthSince)
{
    public static MarkTimes Of(FirmSettings firm) => new(firm.AcrossTimes, firm.AcrossTimesSince, firm.DepthTimes, firm.DepthTimesSince);

    public double Across(Instant takenAt) => AcrossSince is { } since && takenAt >= since ? AcrossTimes : 1;

    public double Depth(Instant takenAt) => DepthSince is { } since && takenAt >= since ? DepthTimes : 1;
}
