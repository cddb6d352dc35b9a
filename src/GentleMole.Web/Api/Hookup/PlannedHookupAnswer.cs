namespace GentleMole.Web.Api;

internal sealed record PlannedHookupAnswer(
    string Method, string ConnectedTo, IReadOnlyList<double> Position, IReadOnlyList<double>? StakePosition, double FrequencyHertz, double SetMilliamps,
    string Verdict, bool Adequate, int AdequateGrounds,
    double StartMilliamps, double EndMilliamps, double ReachMetres, bool CoversWork, double TargetShare, double? WorstNeighbourPart, string? WorstNeighbour, double? LoopOhms, double? ResistiveOhms, double BatteryHours,
    IReadOnlyList<PlausibleGroundAnswer> Grounds);
