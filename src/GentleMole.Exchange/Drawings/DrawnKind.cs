namespace GentleMole.Exchange.Drawings;

/// <summary>How the points of a shape are to be read.</summary>
public enum DrawnKind
{
    Point,
    Line,
    Area,
    Text,
}
