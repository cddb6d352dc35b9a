namespace GentleMole.Core.Follow;

/// <summary>A node of a way that wanders, and the step that leads to it.</summary>
/// <param name="Metres">From the node before; 0 for the first.</param>
/// <param name="Turn">By how much the slope changes because the reference turns, radians or metres a metre.</param>
/// <param name="FreshValue">Variance that the value gains here besides its wandering: where the way breaks.</param>
/// <param name="FreshSlope">The same of its slope: at a corner.</param>
/// <param name="Measured">What was measured here, each with its standard deviation; empty for a node that only is to be told.</param>
internal readonly record struct WanderStep(double Metres, double Turn, double FreshValue, double FreshSlope, IReadOnlyList<(double Value, double Sigma)> Measured);
