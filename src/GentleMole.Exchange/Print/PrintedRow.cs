using GentleMole.Core.Lines;

namespace GentleMole.Exchange.Print;

/// <summary>A row of a printed table.</summary>
/// <param name="Cells">One a column; a single one goes over all.</param>
/// <param name="Paint">A band of a utility's paint before it.</param>
/// <param name="IsHead">Heads the rows after it: stays with the next one on a page.</param>
public sealed record PrintedRow(IReadOnlyList<string> Cells, UtilityKind? Paint = null, bool IsHead = false);
