using GentleMole.Core.Network;

namespace GentleMole.Core.Hookup;

/// <summary>One way in which a circuit may be, with the loop that it gives in each ground at each frequency.</summary>
/// <param name="Weight">How often it is met, before anything is measured.</param>
/// <param name="ThroughStake">The current comes back through the stake, whose own resistance is not in <paramref name="Answers"/>.</param>
/// <param name="Grain">How far the next size of the same fault is off, as half the logarithm of its loop: what lies between is smeared over.</param>
/// <param name="Answers">Loop without the stake, and the part of the current that is heard on the target near by, by [ground, frequency].</param>
internal sealed record CircuitFault(CircuitCause Cause, double Weight, bool ThroughStake, double Grain, PortAnswer[,] Answers);
