namespace GentleMole.Exchange.Scenes;

/// <summary>A shape of fixed size that marks many places.</summary>
/// <param name="Name">Its name, unique among the symbols of a drawing.</param>
public sealed record SceneSymbol(string Name, params IReadOnlyList<SymbolPart> Parts)
{
    /// <summary>Half the side of the square in which it fits, pixels.</summary>
    public double Reach { get; } = Parts.SelectMany(p => p.Points.Select(c => Math.Max(Math.Abs(c.X), Math.Abs(c.Y)) + p.Radius)).DefaultIfEmpty(0).Max();
}
