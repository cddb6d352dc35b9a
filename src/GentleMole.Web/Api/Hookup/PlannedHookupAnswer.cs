namespace GentleMole.Web.Api;

internal sealed record PlannedHookupAnswer(
    string Method, string ConnectedTo, IReadOnlyList<double> Position, IReadOnlyList<double>? StakePosition, double FrequencyHertz, double SetMilliamps, double Score,
    double StartMilliamps, double EndMilliamps, double ReachMetres, bool CoversWork, double TargetShare, double? WorstNeighbourPart, string? WorstNeighbour, double? LoopOhms, double BatteryHours);
