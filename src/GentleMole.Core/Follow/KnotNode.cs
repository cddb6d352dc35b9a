namespace GentleMole.Core.Follow;

/// <summary>A place on the polyline through knots.</summary>
/// <param name="Knot">The knot to which its step leads.</param>
/// <param name="Part">Of that step; 1 at the knot.</param>
internal readonly record struct KnotNode(int Knot, double Part, double ChainageMetres)
{
    public bool IsKnot => Part >= 1;
}
