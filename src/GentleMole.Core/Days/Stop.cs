namespace GentleMole.Core.Days;

/// <summary>A job to be done on a day.</summary>
/// <param name="Minutes">On site.</param>
/// <param name="Due">Minute of the day by which it must be finished; null when it need not be today.</param>
public sealed record Stop(int Id, int Minutes, int? Due);
