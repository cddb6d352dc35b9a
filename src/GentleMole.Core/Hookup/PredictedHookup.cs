using GentleMole.Core.Network;

namespace GentleMole.Core.Hookup;

/// <summary>A prediction with the currents it was read from.</summary>
public sealed record PredictedHookup(HookupPrediction Prediction, SolvedNetwork Solved);
