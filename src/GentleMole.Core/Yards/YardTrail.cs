namespace GentleMole.Core.Yards;

/// <summary>What a simulated learner found with a hookup.</summary>
/// <param name="IsWhole">It was followed through the area.</param>
/// <param name="Share">Of what was sent, at its beginning.</param>
/// <param name="IsPulled">Peak and null did not agree on most of it.</param>
/// <param name="Worth">How far it is believed.</param>
internal sealed record YardTrail(YardHookup Hookup, IReadOnlyList<YardPoint> Points, bool IsWhole, double Share, bool IsPulled, double Worth);
