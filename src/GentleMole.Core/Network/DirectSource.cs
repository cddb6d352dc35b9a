using GentleMole.Core.Soil;

namespace GentleMole.Core.Network;

/// <summary>A lead on the line, the other on a stake.</summary>
public sealed record DirectSource(LinePlace At, EarthStake Stake, Drive Drive) : SignalSource;
