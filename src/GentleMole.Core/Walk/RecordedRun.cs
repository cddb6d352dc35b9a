using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>A line by its record, with the band in which it is expected.</summary>
public sealed record RecordedRun(int Id, UtilityKind Kind, Run Run, double DoubtMetres);
