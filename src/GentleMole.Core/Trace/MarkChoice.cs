using GentleMole.Core.Marking;

namespace GentleMole.Core.Trace;

/// <summary>A school's mark at a dot, with the chance that the line is inside the tolerance of it.</summary>
public sealed record MarkChoice(SchoolMark Mark, double Chance, bool IsPlaceDefault);
