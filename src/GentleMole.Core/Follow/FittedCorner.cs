using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>A sharp corner, found from the two legs beyond it.</summary>
/// <param name="Before">Number of the last dot before it that counts for a leg.</param>
/// <param name="After">Of the first after it.</param>
/// <param name="HalfWidthMetres">± of its place in the worse direction, 95 %.</param>
/// <param name="TurnDegrees">By which the line turns, to the right positive.</param>
/// <param name="InsideMetres">How far inside of the corner the line runs at most, if it is a bend and no sharp corner: dots between the legs tell.</param>
/// <param name="Marked">Number of the dot that says it is the bend; null where none does.</param>
public sealed record FittedCorner(int Before, int After, SitePoint Place, double HalfWidthMetres, double TurnDegrees, double InsideMetres, int? Marked);
