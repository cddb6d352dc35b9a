using GentleMole.Core.Lines;
using GentleMole.Core.Marking;

namespace GentleMole.Core.Yards;

/// <summary>What is answered of a utility; the last one counts.</summary>
public sealed record YardAnswer(UtilityKind Utility, LineAnswer Answer, string Why);
