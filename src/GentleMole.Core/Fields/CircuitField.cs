using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>
/// Field of a whole circuit above ground, soil included: closed-form Biot–Savart of every wire, plus for every current let
/// into the uniform half-space the azimuthal field <c>−μ0I/(4πr)·(1 − (z+d)/√(r²+(z+d)²))</c> about the vertical through
/// its place. Together they are the exact quasi-static field. Arrays are laid out for the vector unit of the processor.
/// </summary>
public sealed class CircuitField
{
    private readonly double[] _x, _y, _z, _ux, _uy, _uz, _length, _r2, _re, _im;
    private readonly double[] _ox, _oy, _oz, _oRe, _oIm;
    private readonly Dipole? _coil;

    /// <summary>Lays the wires and outlets of a circuit out for summing.</summary>
    public CircuitField(IReadOnlyList<ComplexWire> wires, IReadOnlyList<SoilOutlet> outlets, Dipole? coil = null)
    {
        // Filled up to whole vectors with wires and outlets that carry nothing.
        var kept = wires.Where(w => w.Amperes != 0 && (w.To - w.From).Length > 0).ToList();
        kept.AddRange(Enumerable.Repeat(new ComplexWire(new(0, 0, -1), new(1, 0, -1), 0, 0.01), Missing(kept.Count)));
        var n = kept.Count;
        (_x, _y, _z, _ux, _uy, _uz) = (new double[n], new double[n], new double[n], new double[n], new double[n], new double[n]);
        (_length, _r2, _re, _im) = (new double[n], new double[n], new double[n], new double[n]);
        for (var i = 0; i < n; i++)
        {
            var along = kept[i].To - kept[i].From;
            _length[i] = along.Length;
            (_x[i], _y[i], _z[i]) = (kept[i].From.East, kept[i].From.North, kept[i].From.Up);
            (_ux[i], _uy[i], _uz[i]) = (along.East / _length[i], along.North / _length[i], along.Up / _length[i]);
            _r2[i] = kept[i].RadiusMetres * kept[i].RadiusMetres;
            (_re[i], _im[i]) = (kept[i].Amperes.Real * Physics.Mu0 / (4 * Math.PI), kept[i].Amperes.Imaginary * Physics.Mu0 / (4 * Math.PI));
        }

        var leaking = outlets.Where(o => o.Amperes != 0).ToList();
        leaking.AddRange(Enumerable.Repeat(new SoilOutlet(new(0, 0, -1), 0), Missing(leaking.Count)));
        _ox = [.. leaking.Select(o => o.Place.East)];
        _oy = [.. leaking.Select(o => o.Place.North)];
        _oz = [.. leaking.Select(o => -o.Place.Up)];
        _oRe = [.. leaking.Select(o => -o.Amperes.Real * Physics.Mu0 / (4 * Math.PI))];
        _oIm = [.. leaking.Select(o => -o.Amperes.Imaginary * Physics.Mu0 / (4 * Math.PI))];
        _coil = coil;
    }

    /// <summary>Some of the wires of another, with all its outlets and its coil.</summary>
    private CircuitField(CircuitField whole, List<int> wires)
    {
        static double[] Some(double[] all, List<int> which, double otherwise)
        {
            var some = new double[which.Count + Missing(which.Count)];
            Array.Fill(some, otherwise);
            for (var i = 0; i < which.Count; i++)
            {
                some[i] = all[which[i]];
            }

            return some;
        }

        // What fills up whole vectors lies 1 m deep, is 1 m long and carries nothing.
        (_x, _y, _z) = (Some(whole._x, wires, 0), Some(whole._y, wires, 0), Some(whole._z, wires, -1));
        (_ux, _uy, _uz) = (Some(whole._ux, wires, 1), Some(whole._uy, wires, 0), Some(whole._uz, wires, 0));
        (_length, _r2, _re, _im) = (Some(whole._length, wires, 1), Some(whole._r2, wires, 1e-4), Some(whole._re, wires, 0), Some(whole._im, wires, 0));
        (_ox, _oy, _oz, _oRe, _oIm) = (whole._ox, whole._oy, whole._oz, whole._oRe, whole._oIm);
        _coil = whole._coil;
    }

    /// <summary>The same circuit in two: the wires that come within some metres of a place, and everything else.</summary>
    public (StraightRuns Near, CircuitField Others) Parted(Vector3 about, double metres)
    {
        var (near, others) = (new StraightRuns(), new List<int>());
        for (var i = 0; i < _x.Length; i++)
        {
            Vector3 from = new(_x[i], _y[i], _z[i]), along = new(_ux[i], _uy[i], _uz[i]);
            var nearest = from + (along * Math.Clamp((about - from).Dot(along), 0, _length[i]));
            if ((about - nearest).Length > metres)
            {
                others.Add(i);
            }
            else if (_re[i] != 0 || _im[i] != 0)
            {
                near.Add(from, along, _length[i], _r2[i], _re[i], _im[i]);
            }
        }

        return (near, new CircuitField(this, others));
    }

    /// <summary>Flux density at a point on or above the ground (east, north, up).</summary>
    public FieldWithPhase At(Vector3 point)
    {
        var (sum, soil) = (new Sums(), new Sums());
        for (var i = 0; i < _x.Length; i += Vector<double>.Count)
        {
            Wires(ref sum, point, i);
        }

        for (var i = 0; i < _ox.Length; i += Vector<double>.Count)
        {
            Outlets(ref soil, point, i);
        }

        var (inPhase, quadrature) = sum.Total();
        var (soilIn, soilQuad) = soil.Total();
        inPhase += soilIn;
        quadrature += soilQuad;
        if (_coil is not null)
        {
            inPhase += _coil.FieldAt(point);
        }

        return new FieldWithPhase(inPhase, quadrature);
    }

    private static int Missing(int count) => (Vector<double>.Count - (count % Vector<double>.Count)) % Vector<double>.Count;

    private void Wires(ref Sums sum, Vector3 point, int i)
    {
        var (ux, uy, uz) = (new Vector<double>(_ux, i), new Vector<double>(_uy, i), new Vector<double>(_uz, i));
        var dx = new Vector<double>(point.East) - new Vector<double>(_x, i);
        var dy = new Vector<double>(point.North) - new Vector<double>(_y, i);
        var dz = new Vector<double>(point.Up) - new Vector<double>(_z, i);
        var s1 = (dx * ux) + (dy * uy) + (dz * uz);
        var s2 = s1 - new Vector<double>(_length, i);
        var (rx, ry, rz) = (dx - (s1 * ux), dy - (s1 * uy), dz - (s1 * uz));
        var r2 = Vector.Max((rx * rx) + (ry * ry) + (rz * rz), new Vector<double>(_r2, i));
        var k = ((s1 / Vector.SquareRoot((s1 * s1) + r2)) - (s2 / Vector.SquareRoot((s2 * s2) + r2))) / r2;
        sum.Add(
            k * ((uy * rz) - (uz * ry)), k * ((uz * rx) - (ux * rz)), k * ((ux * ry) - (uy * rx)),
            new Vector<double>(_re, i), new Vector<double>(_im, i));
    }

    private void Outlets(ref Sums sum, Vector3 point, int i)
    {
        var dx = new Vector<double>(point.East) - new Vector<double>(_ox, i);
        var dy = new Vector<double>(point.North) - new Vector<double>(_oy, i);
        var z = new Vector<double>(point.Up) + new Vector<double>(_oz, i);
        var r2 = Vector.Max((dx * dx) + (dy * dy), new Vector<double>(1e-12));
        var k = (Vector<double>.One - (z / Vector.SquareRoot(r2 + (z * z)))) / r2;
        sum.Add(-dy * k, dx * k, Vector<double>.Zero, new Vector<double>(_oRe, i), new Vector<double>(_oIm, i));
    }

    private struct Sums
    {
        private Vector<double> _ax, _ay, _az, _bx, _by, _bz;

        public void Add(Vector<double> x, Vector<double> y, Vector<double> z, Vector<double> re, Vector<double> im)
        {
            _ax += x * re;
            _ay += y * re;
            _az += z * re;
            _bx += x * im;
            _by += y * im;
            _bz += z * im;
        }

        public readonly (Vector3 InPhase, Vector3 Quadrature) Total() => (
            new Vector3(Vector.Sum(_ax), Vector.Sum(_ay), Vector.Sum(_az)),
            new Vector3(Vector.Sum(_bx), Vector.Sum(_by), Vector.Sum(_bz)));
    }
}
