using GentleMole.Core.Wires;

namespace GentleMole.Store.Model;

/// <summary>How a wire's signal is heard at a valve.</summary>
/// <param name="FeatureId">The valve.</param>
public sealed record WireHeard(int FeatureId, WireStrength Strength);
