using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>How strongly a grid answers at one depth, seen from above: cells on a raster, north up, row by row from the north-west corner.</summary>
/// <param name="Corner">The north-west corner of the first cell.</param>
/// <param name="CellMetres">Side of a cell.</param>
/// <param name="Strength">0 for nothing to 1 for the strongest of the volume's answers.</param>
/// <param name="Seen">1 where a line went over it, less between lines, 0 where no line saw anything.</param>
public sealed record DepthSlice(SitePoint Corner, double CellMetres, int Across, int Down, float[] Strength, float[] Seen)
{
    /// <summary>The middle of a cell.</summary>
    public SitePoint Middle(int column, int row) => new(Corner.East + ((column + 0.5) * CellMetres), Corner.North - ((row + 0.5) * CellMetres));
}
