namespace GentleMole.Core.Marking;

/// <summary>What the law and the custom of a place ask of a mark. Editable; local rules win.</summary>
/// <param name="ToleranceMetres">On each side, beyond the utility's own half-width.</param>
public sealed record PlaceProfile(string Name, double ToleranceMetres, MarkSchool School)
{
    public static PlaceProfile Default { get; } = new("Pellow Bay", 0.5, MarkSchool.Corrected);
}

/// <summary>The strip in which nobody digs with a machine.</summary>
public static class ToleranceZone
{
    /// <summary>Half-width from the middle of the mark: half the utility's width plus the tolerance.</summary>
    public static double HalfWidth(double outsideDiameterMetres, double toleranceMetres) =>
        (outsideDiameterMetres / 2) + toleranceMetres;
}

/// <summary>How good the evidence for a stretch is.</summary>
public enum QualityLevel
{
    /// <summary>Exposed and measured.</summary>
    A,

    /// <summary>Found by field geophysics: position and depth measured.</summary>
    B,

    /// <summary>Surface features surveyed and tied to records.</summary>
    C,

    /// <summary>Records only.</summary>
    D,
}
