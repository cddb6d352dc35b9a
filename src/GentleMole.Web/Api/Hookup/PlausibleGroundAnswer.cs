namespace GentleMole.Web.Api;

/// <summary>A hookup in one plausible ground.</summary>
/// <param name="Lacks">What it lacks there; empty when it is adequate.</param>
/// <param name="Margin">Response over what can be followed, at the least place of the work.</param>
internal sealed record PlausibleGroundAnswer(
    string Ground, IReadOnlyList<string> Lacks, double EndMilliamps, double Margin, double TargetShare, double? WorstNeighbourPart, double? ResistiveOhms, double? EnoughMilliamps);
