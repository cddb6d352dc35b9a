using GentleMole.Core.Marking;

namespace GentleMole.Core.Trace;

/// <summary>A school's mark at a dot, and whether the place marks by that school.</summary>
public sealed record MarkChoice(SchoolMark Mark, bool IsPlaceDefault);
