namespace GentleMole.Core.Yards;

/// <summary>TRUTH: where an error came from, with this yard's numbers; the words are made where they are shown.</summary>
/// <param name="Hookup">Number of the hookup it is about; 0 where it is about none.</param>
/// <param name="Line">The line that was in the way; null where none was.</param>
/// <param name="Value">What was, in the unit that the cause implies (mA, m, a share).</param>
/// <param name="Of">What it is to be held against.</param>
/// <param name="SeenAtReading">Index of the first reading that showed it; null where none did.</param>
public sealed record YardCause(YardCauseKind Kind, int Hookup, string? Line, double Value, double Of, int? SeenAtReading = null);
