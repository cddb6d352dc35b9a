namespace GentleMole.Exchange.Print;

/// <summary>A sheet of paper as it lies before the reader.</summary>
/// <param name="Name">As addresses name it.</param>
public sealed record Paper(string Name, double WidthMillimetres, double HeightMillimetres)
{
    /// <summary>Those that printers on a site and in an office take.</summary>
    public static IReadOnlyList<Paper> All { get; } = [new("a4", 210, 297), new("a3", 297, 420), new("letter", 215.9, 279.4), new("tabloid", 279.4, 431.8)];

    /// <summary>Turned, so that its long side is across.</summary>
    public Paper Lying => this with { WidthMillimetres = HeightMillimetres, HeightMillimetres = WidthMillimetres };
}
