namespace GentleMole.Web.Api;

internal sealed record LedgerRequest(IReadOnlyList<StationBody?>? Stations, IReadOnlyList<TeeBody?>? Tees, double? SentMilliamps, double? RelativeNoise);
