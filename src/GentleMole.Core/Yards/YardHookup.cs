using GentleMole.Core.Hookup;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>A hookup that somebody makes in a yard. What its method does not need is left out.</summary>
/// <param name="Connection">By its id.</param>
/// <param name="IsTestedDead">Somebody tested it before touching it.</param>
/// <param name="SetMilliamps">With clamp and coil a step of power.</param>
public sealed record YardHookup(HookupMethod Method, string? Connection = null, bool IsTestedDead = false, YardStake? Stake = null, YardBox? Box = null, double? Hertz = null, double? SetMilliamps = null)
{
    /// <summary>Hearing what is there without sending anything.</summary>
    public static YardHookup Passive { get; } = new(HookupMethod.Passive);

    /// <summary>Numbers that tell it from every other one.</summary>
    internal YardDraw Mark(ulong seed) => YardDraw.Of(
        (Connection ?? "").Aggregate(seed, (hash, letter) => YardDraw.Of(hash, letter).Whole()),
        (double)Method, Stake?.Place.East ?? -1, Stake?.Place.North ?? -1, Stake?.Driven ?? -1, Stake is { IsWetted: true } ? 1 : 0,
        Box?.Place.East ?? -1, Box?.Place.North ?? -1, Box?.Axis.Degrees ?? -1, Hertz ?? -1, SetMilliamps ?? -1);
}
