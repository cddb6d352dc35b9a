using GentleMole.Core.Marking;

namespace GentleMole.Core.Pinpoint;

/// <summary>What a row of readings across a line says.</summary>
/// <param name="Line">The fit of one line; its intervals are before any widening for a distorted field.</param>
/// <param name="Position">Where the conductor is, across, metres, 95 %.</param>
/// <param name="CurrentMilliamps">Null when the size of a unit is not known.</param>
/// <param name="PeakOffsetMetres">Crest of the peak response; null when the row does not hold it.</param>
/// <param name="NullOffsetMetres">Zero of the null response; null when not taken or not in the row.</param>
public sealed record PinpointResult(
    FittedLine Line,
    Estimate Position,
    Estimate Depth,
    double? CurrentMilliamps,
    double? PeakOffsetMetres,
    double? NullOffsetMetres,
    IReadOnlyList<SchoolMark> Marks,
    Verdict Verdict,
    IReadOnlyList<Reason> Reasons);
