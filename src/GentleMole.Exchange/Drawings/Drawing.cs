namespace GentleMole.Exchange.Drawings;

/// <summary>An owner's drawing as it was read.</summary>
/// <param name="Format"><c>GeoJSON</c>, <c>GeoPackage</c>, <c>DXF</c>, <c>KML</c>.</param>
/// <param name="System">Coordinate system that the file declares: an EPSG name, WKT, or empty when it says nothing.</param>
/// <param name="UnitMetres">Length of one unit where the file says it; 1 otherwise.</param>
/// <param name="Skipped">Kinds of entity that are not read, with their count.</param>
public sealed record Drawing(
    string Format, IReadOnlyList<DrawnShape> Shapes, string System, double UnitMetres, IReadOnlyDictionary<string, int> Skipped)
{
    /// <summary>Most corners that are read; more is a survey, not a plan.</summary>
    public const int MostVertices = 300_000;

    public IReadOnlyList<DrawnLayer> Layers => [.. Shapes.GroupBy(s => s.Layer)
        .Select(g => new DrawnLayer(g.Key, g.Count(s => s.Kind == DrawnKind.Line), g.Count(s => s.Kind == DrawnKind.Area),
            g.Count(s => s.Kind == DrawnKind.Point), g.Count(s => s.Kind == DrawnKind.Text)))
        .OrderBy(l => l.Name, StringComparer.OrdinalIgnoreCase)];
}
