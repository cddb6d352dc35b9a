namespace GentleMole.Core.Lines;

/// <summary>Coatings that have a usual value.</summary>
public enum CoatingKind
{
    Bare,
    Polyethylene,
    Bitumen,
    PaperLead,
}
