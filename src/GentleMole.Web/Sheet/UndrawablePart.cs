namespace GentleMole.Web.Sheet;

/// <summary>A part that is left off.</summary>
/// <param name="Stage">Path under the job at which it can be put right or removed.</param>
internal sealed record UndrawablePart(string What, string Stage);
