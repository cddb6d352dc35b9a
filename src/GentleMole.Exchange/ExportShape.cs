namespace GentleMole.Exchange;

/// <summary>How the points of an exported feature are to be read.</summary>
public enum ExportShape
{
    Point,
    Line,
    Area,
}
