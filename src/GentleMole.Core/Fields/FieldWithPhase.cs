using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>Flux density with phase: the part in step with the source and the part a quarter turn behind, tesla.</summary>
public readonly record struct FieldWithPhase(Vector3 InPhase, Vector3 Quadrature)
{
    /// <summary>Size of the component along a direction of unit length.</summary>
    public double SizeAlong(Vector3 unit) => Math.Sqrt(Square(InPhase.Dot(unit)) + Square(Quadrature.Dot(unit)));

    /// <summary>The component along a direction of unit length, with its phase.</summary>
    public Complex Along(Vector3 unit) => new(InPhase.Dot(unit), Quadrature.Dot(unit));

    private static double Square(double v) => v * v;
}
