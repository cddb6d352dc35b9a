using System.Numerics.Tensors;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>
/// What one line makes at the places of a dot when it lies elsewhere: its wires near the dot where they lie then; what its far wires and the
/// soil add, a small part and smooth, as it was solved.
/// </summary>
internal sealed class MovedField
{
    private const double NearMetres = 6;

    private readonly DotPlaces _places;
    private readonly StraightRuns _near;
    private readonly Vector3 _aside;
    private readonly double _depth;
    private readonly double[] _others;

    public MovedField(DotPlaces places, CircuitField field, LineShape shape)
    {
        (_places, _aside, _depth) = (places, shape.Aside.Raised(0), shape.Near(places.Observed.Dot).DepthMetres);
        (_near, var others) = field.Parted(places.Observed.Dot.Raised(0), Math.Abs(shape.Near(places.Observed.Dot).OffsetMetres) + NearMetres);
        _others = new double[places.Count * DotPlaces.Each];
        places.Fill(others, _others);
    }

    /// <summary>Writes the field when it lies so far aside and by so much (logarithm) deeper than it was solved, per ampere sent.</summary>
    public void Fill(double aside, double deeper, Span<double> into)
    {
        _places.Fill(_near, (_aside * aside) + new Vector3(0, 0, _depth * (1 - Math.Exp(deeper))), into);
        TensorPrimitives.Add(into, _others, into);
    }
}
