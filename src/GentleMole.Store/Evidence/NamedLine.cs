using GentleMole.Core.Lines;

namespace GentleMole.Store.Evidence;

/// <summary>A utility on the notice as far as a device's word can name it.</summary>
internal sealed record NamedLine(int Id, UtilityKind Kind, string Owner);
