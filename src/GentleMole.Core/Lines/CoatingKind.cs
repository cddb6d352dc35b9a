namespace GentleMole.Core.Lines;

/// <summary>Coatings that have a usual value.</summary>
public enum CoatingKind
{
    Bare = 0,
    Polyethylene = 1,
    Bitumen = 2,
    PaperLead = 3,
}
