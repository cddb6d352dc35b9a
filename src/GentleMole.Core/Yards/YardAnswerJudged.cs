using GentleMole.Core.Lines;
using GentleMole.Core.Marking;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: an answer beside what would have been right.</summary>
/// <param name="Given">Null where none was.</param>
/// <param name="Worth">Of 1.</param>
public sealed record YardAnswerJudged(UtilityKind Utility, LineAnswer? Given, IReadOnlyList<LineAnswer> Right, double Worth);
