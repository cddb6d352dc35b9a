namespace GentleMole.Core.Radar;

/// <summary>What stays level in a profile.</summary>
/// <param name="Pieces">Along the line; wide ones and short ones.</param>
/// <param name="Layers">What nearly all traces have in common, from above.</param>
public sealed record LevelFinding(IReadOnlyList<LevelEcho> Pieces, IReadOnlyList<LevelFinding.Layer> Layers)
{
    /// <summary>A layer all along.</summary>
    /// <param name="Nanoseconds">After the pulse has left.</param>
    /// <param name="IsNormal">What is below is quicker.</param>
    /// <param name="Size">As that of a piece.</param>
    public sealed record Layer(double Nanoseconds, bool IsNormal, double Size);
}
