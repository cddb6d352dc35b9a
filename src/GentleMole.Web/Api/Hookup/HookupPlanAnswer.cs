namespace GentleMole.Web.Api;

internal sealed record HookupPlanAnswer(string Line, int Solved, IReadOnlyList<PlannedHookupAnswer> Hookups, IReadOnlyList<RefusedWayAnswer> Refused);
