using GentleMole.Core.Trace;

namespace GentleMole.Core.Conflicts;

/// <summary>A marked line as a dig meets it.</summary>
/// <param name="Id">By which whoever asks knows it.</param>
/// <param name="ZoneHalfMetres">Half of its tolerance zone, its own half width in it (<see cref="Marking.ToleranceZone"/>).</param>
/// <param name="OutsideMetres">How thick it is; null where nobody has said it.</param>
/// <param name="IsByPlan">Nobody has found it there: a plan says so.</param>
public sealed record DigLine(int Id, TracedLine Line, double ZoneHalfMetres, double? OutsideMetres, bool IsByPlan = false);
