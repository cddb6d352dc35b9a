namespace GentleMole.Core.Hookup;

/// <summary>A way that was ruled out.</summary>
/// <param name="Stake">Why no place for the stake was left, when that is the reason.</param>
public sealed record RefusedWay(ConnectionPoint Point, HookupMethod Method, HookupRefusal Refusal, StakeRefusal? Stake = null);
