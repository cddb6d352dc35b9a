namespace GentleMole.Core.Marking;

/// <summary>How good radar's evidence is, by the levels of the trade: found in the field with position and depth is B, whether or not anybody knows whose it is.</summary>
public static class RadarLevel
{
    /// <summary>Below this chance a run is a guess.</summary>
    private const double SureFrom = 0.8;

    /// <summary>Level of a run of responses.</summary>
    /// <param name="isDecided">Somebody looked at it and said what it is; what a search alone found is no evidence yet.</param>
    /// <param name="probability">That it is a pipe or cable.</param>
    /// <param name="hasCover">How deep its top lies is measured, with its doubt.</param>
    public static QualityLevel Of(bool isDecided, double probability, bool hasCover) =>
        isDecided && hasCover && probability >= SureFrom ? QualityLevel.B : QualityLevel.D;
}
