using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>
/// Field of wires that follow each other in straight runs, at many places at once. Of a run only what its current changes by from piece to
/// piece counts: <c>μ0/(4πr)·Σ ΔI·s/√(s² + r²)</c> over its corners, s along the run (closed-form Biot–Savart, summed by parts).
/// </summary>
public sealed class StraightRuns
{
    private const double Same = 1e-9;

    private readonly List<Run> _runs = [];

    /// <summary>Adds a wire that carries nothing of the wires before it but may go on where the last of them ends.</summary>
    /// <param name="from">Where it begins (m).</param>
    /// <param name="direction">Of length 1.</param>
    /// <param name="length">Metres.</param>
    /// <param name="squaredRadius">Nearer than this (m²) the field does not grow.</param>
    /// <param name="inStep">Current times μ0/4π, in step.</param>
    /// <param name="behind">A quarter turn behind.</param>
    public void Add(Vector3 from, Vector3 direction, double length, double squaredRadius, double inStep, double behind)
    {
        if (_runs.Count == 0 || !_runs[^1].GoesOn(from, direction, squaredRadius))
        {
            _runs.Add(new Run(from, direction, squaredRadius));
        }

        _runs[^1].Add(length, inStep, behind);
    }

    /// <summary>Writes the field at places.</summary>
    /// <param name="places">East, north and up of every place (m), filled up to whole vectors of the processor.</param>
    /// <param name="moved">How far the wires lie from where they were added.</param>
    /// <param name="across">Direction of the first component; the second is upwards, the third along.</param>
    /// <param name="into">Six numbers for each place: in step and behind of the three components; as many places as fit.</param>
    public void Fill((double[] East, double[] North, double[] Up) places, Vector3 moved, Vector3 across, Vector3 along, Span<double> into)
    {
        Span<double> lanes = stackalloc double[Each * Vector<double>.Count];
        for (var i = 0; i * Each < into.Length; i += Vector<double>.Count)
        {
            var (east, north, up) = (new Vector<double>(places.East, i) - new Vector<double>(moved.East), new Vector<double>(places.North, i) - new Vector<double>(moved.North), new Vector<double>(places.Up, i) - new Vector<double>(moved.Up));
            var sums = new Sums();
            foreach (var run in _runs)
            {
                run.AddTo(ref sums, east, north, up, across, along);
            }

            sums.CopyTo(lanes);
            var count = Math.Min(Vector<double>.Count, (into.Length / Each) - i);
            for (var lane = 0; lane < count; lane++)
            {
                for (var k = 0; k < Each; k++)
                {
                    into[((i + lane) * Each) + k] = lanes[(k * Vector<double>.Count) + lane];
                }
            }
        }
    }

    private const int Each = 6;

    private struct Sums
    {
        private Vector<double> _acrossIn, _acrossBehind, _upIn, _upBehind, _alongIn, _alongBehind;

        public void Add(Vector<double> across, Vector<double> up, Vector<double> along, Vector<double> inStep, Vector<double> behind)
        {
            _acrossIn += across * inStep;
            _acrossBehind += across * behind;
            _upIn += up * inStep;
            _upBehind += up * behind;
            _alongIn += along * inStep;
            _alongBehind += along * behind;
        }

        public readonly void CopyTo(Span<double> lanes)
        {
            var n = Vector<double>.Count;
            _acrossIn.CopyTo(lanes);
            _acrossBehind.CopyTo(lanes[n..]);
            _upIn.CopyTo(lanes[(2 * n)..]);
            _upBehind.CopyTo(lanes[(3 * n)..]);
            _alongIn.CopyTo(lanes[(4 * n)..]);
            _alongBehind.CopyTo(lanes[(5 * n)..]);
        }
    }

    private sealed class Run(Vector3 from, Vector3 direction, double squaredRadius)
    {
        // Corners: how far along, and by how much more current leaves than comes.
        private readonly List<(double Along, double InStep, double Behind)> _corners = [(0, 0, 0)];

        public bool GoesOn(Vector3 place, Vector3 way, double radius) =>
            Math.Abs(radius - squaredRadius) <= Same * squaredRadius && (way - direction).Length <= Same && (place - (from + (direction * _corners[^1].Along))).Length <= Same;

        public void Add(double length, double inStep, double behind)
        {
            var last = _corners[^1];
            _corners[^1] = (last.Along, last.InStep + inStep, last.Behind + behind);
            _corners.Add((last.Along + length, -inStep, -behind));
        }

        public void AddTo(ref Sums sums, Vector<double> east, Vector<double> north, Vector<double> up, Vector3 across, Vector3 along)
        {
            var (dx, dy, dz) = (east - new Vector<double>(from.East), north - new Vector<double>(from.North), up - new Vector<double>(from.Up));
            var (ux, uy, uz) = (new Vector<double>(direction.East), new Vector<double>(direction.North), new Vector<double>(direction.Up));
            var s = (dx * ux) + (dy * uy) + (dz * uz);
            var (rx, ry, rz) = (dx - (s * ux), dy - (s * uy), dz - (s * uz));
            var r2 = Vector.Max((rx * rx) + (ry * ry) + (rz * rz), new Vector<double>(squaredRadius));
            var (inStep, behind) = (Vector<double>.Zero, Vector<double>.Zero);
            foreach (var (at, cornerIn, cornerBehind) in _corners)
            {
                var t = s - new Vector<double>(at);
                var seen = t / Vector.SquareRoot((t * t) + r2);
                inStep += seen * new Vector<double>(cornerIn);
                behind += seen * new Vector<double>(cornerBehind);
            }

            var (cx, cy, cz) = ((uy * rz) - (uz * ry), (uz * rx) - (ux * rz), (ux * ry) - (uy * rx));
            sums.Add(
                (cx * new Vector<double>(across.East)) + (cy * new Vector<double>(across.North)), cz, (cx * new Vector<double>(along.East)) + (cy * new Vector<double>(along.North)),
                inStep / r2, behind / r2);
        }
    }
}
