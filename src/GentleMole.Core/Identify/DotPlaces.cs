using System.Numerics;
using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Identify;

/// <summary>Where the field has to be known for the signs of a dot: both coils over the peak and beside it, about the null, lifted, along the row.</summary>
internal sealed class DotPlaces
{
    /// <summary>Numbers for each place: in step and a quarter turn behind, of the components across, up and along the walk.</summary>
    public const int Each = 6;

    /// <summary>Places to both sides of the peak that show its crest, metres.</summary>
    public const double BesideMetres = 0.2;

    /// <summary>Places to both sides of a null.</summary>
    public const double AboutNullMetres = 0.1;

    /// <summary>Left of the peak, at it, right of it, and the upper coil over it.</summary>
    public const int Left = 0, Peak = 1, Right = 2, Upper = 3;

    private readonly Vector3[] _places;
    private readonly (double[] East, double[] North, double[] Up) _lanes;
    private readonly Vector3 _across;
    private readonly Vector3 _along;

    public DotPlaces(ObservedDot dot, ReceiverBuild receiver)
    {
        Observed = dot;
        var (low, high) = (receiver.LowerCoilMetres, receiver.LowerCoilMetres + receiver.SeparationMetres);
        var places = new List<(double Offset, double Height)>
        {
            (dot.PeakOffsetMetres - BesideMetres, low), (dot.PeakOffsetMetres, low), (dot.PeakOffsetMetres + BesideMetres, low), (dot.PeakOffsetMetres, high),
        };
        if (dot.NullOffsetMetres is { } silent)
        {
            AboutNull = places.Count;
            places.AddRange([(silent - AboutNullMetres, low), (silent + AboutNullMetres, low)]);
        }

        if (dot.LiftRatio is not null)
        {
            Lifted = places.Count;
            places.AddRange([(dot.PeakOffsetMetres, low + ObservedDot.LiftMetres), (dot.PeakOffsetMetres, high + ObservedDot.LiftMetres)]);
        }

        Row = places.Count;
        places.AddRange(dot.Readings.Select(r => (r.OffsetMetres, r.HeightMetres)));
        _places = [.. places.Select(p => dot.At(p.Offset).Raised(p.Height))];
        var whole = (_places.Length + Vector<double>.Count - 1) / Vector<double>.Count * Vector<double>.Count;
        double[] Lane(Func<Vector3, double> of) => [.. Enumerable.Range(0, whole).Select(i => of(_places[Math.Min(i, _places.Length - 1)]))];
        _lanes = (Lane(p => p.East), Lane(p => p.North), Lane(p => p.Up));
        (_across, _along) = (dot.Across.Raised(0), dot.Walking.Direction.Raised(0));
    }

    /// <summary>What was read there.</summary>
    public ObservedDot Observed { get; }

    /// <summary>First of the two about the null; −1 where none was read.</summary>
    public int AboutNull { get; } = -1;

    /// <summary>First of both coils lifted; −1 where there was no lift.</summary>
    public int Lifted { get; } = -1;

    /// <summary>First of the row.</summary>
    public int Row { get; }

    /// <summary>How many there are.</summary>
    public int Count => _places.Length;

    /// <summary>Writes the field of wires that lie elsewhere by so much, per ampere sent.</summary>
    /// <param name="moved">How far east and north they lie from where they were solved, and how much higher.</param>
    public void Fill(StraightRuns wires, Vector3 moved, Span<double> into) => wires.Fill(_lanes, moved, _across, _along, into);

    /// <summary>Writes the field of what stays where it is, per ampere sent.</summary>
    public void Fill(CircuitField field, Span<double> into)
    {
        for (var i = 0; i < _places.Length; i++)
        {
            var at = field.At(_places[i]);
            var k = i * Each;
            (into[k], into[k + 1]) = (at.InPhase.Dot(_across), at.Quadrature.Dot(_across));
            (into[k + 2], into[k + 3]) = (at.InPhase.Up, at.Quadrature.Up);
            (into[k + 4], into[k + 5]) = (at.InPhase.Dot(_along), at.Quadrature.Dot(_along));
        }
    }
}
