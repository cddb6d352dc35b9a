namespace GentleMole.Core.Grids;

/// <summary>How strongly a grid answers under a way that a person drew through it.</summary>
/// <param name="StepMetres">From column to column along the way.</param>
/// <param name="DepthStepMetres">From row to row, down from the surface.</param>
/// <param name="Strength">Column by column, from the surface down; 0 to 1.</param>
/// <param name="Seen">Of each column: 1 on a line, 0 where none saw anything.</param>
public sealed record VolumeCut(double StepMetres, int Columns, double DepthStepMetres, int Rows, float[] Strength, float[] Seen)
{
    /// <summary>The strongest answer of each column between two depths.</summary>
    public float[] Strongest(double fromMetres, double toMetres)
    {
        var (first, last) = (Math.Clamp((int)(fromMetres / DepthStepMetres), 0, Rows - 1), Math.Clamp((int)Math.Ceiling(toMetres / DepthStepMetres), 1, Rows));
        return [.. Enumerable.Range(0, Columns).Select(c => Strength.AsSpan((c * Rows) + first, Math.Max(1, last - first)).ToArray().Max())];
    }
}
