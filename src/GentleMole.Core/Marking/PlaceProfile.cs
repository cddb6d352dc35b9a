namespace GentleMole.Core.Marking;

/// <summary>What the law and the custom of a place ask of a mark. Editable; local rules win.</summary>
/// <param name="ToleranceMetres">On each side, beyond the utility's own half-width.</param>
public sealed record PlaceProfile(string Name, double ToleranceMetres, MarkSchool School)
{
    /// <summary>The made-up place of the examples.</summary>
    public static PlaceProfile Default { get; } = new("Pellow Bay", 0.5, MarkSchool.Corrected);
}
