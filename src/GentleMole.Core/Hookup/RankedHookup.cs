namespace GentleMole.Core.Hookup;

/// <summary>A hookup with its figures and its place in the order.</summary>
/// <param name="Score">0 to 1: share of the current on the target, taken down by what speaks against it.</param>
public sealed record RankedHookup(HookupPrediction Prediction, double Score);
