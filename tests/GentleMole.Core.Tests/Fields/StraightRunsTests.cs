using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Fields;

/// <summary>Runs of wire at many places at once give what the wires give one by one.</summary>
public class StraightRunsTests
{
    private static readonly Vector3 Across = new(0.8, -0.6, 0);
    private static readonly Vector3 Along = new(0.6, 0.8, 0);

    private static readonly Gen<Vector3> AnyCorner = Gen.Select(Gen.Double[-8, 8], Gen.Double[-8, 8], Gen.Double[-2, -0.3], (e, n, u) => new Vector3(e, n, u));
    private static readonly Gen<Vector3> AnyPlace = Gen.Select(Gen.Double[-4, 4], Gen.Double[-4, 4], Gen.Double[0, 1], (e, n, u) => new Vector3(e, n, u));
    private static readonly Gen<(double, double)> AnyCurrent = Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1]);

    /// <summary>A path of legs, each cut into pieces that carry different currents.</summary>
    private static readonly Gen<List<ComplexWire>> AnyPath = Gen.Select(AnyCorner.List[2, 4], Gen.Int[1, 5], AnyCurrent.List[20, 20], (corners, pieces, currents) =>
    {
        var wires = new List<ComplexWire>();
        for (var leg = 0; leg + 1 < corners.Count; leg++)
        {
            for (var i = 0; i < pieces; i++)
            {
                Vector3 At(int k) => corners[leg] + ((corners[leg + 1] - corners[leg]) * ((double)k / pieces));
                var (re, im) = currents[wires.Count % currents.Count];
                wires.Add(new ComplexWire(At(i), At(i + 1), new(re, im), 0.01));
            }
        }

        return wires;
    });

    private static double[] Filled(CircuitField field, IReadOnlyList<Vector3> places) => [.. places.SelectMany(p =>
    {
        var at = field.At(p);
        return new[] { at.InPhase.Dot(Across), at.Quadrature.Dot(Across), at.InPhase.Up, at.Quadrature.Up, at.InPhase.Dot(Along), at.Quadrature.Dot(Along) };
    })];

    private static double[] Filled(StraightRuns runs, IReadOnlyList<Vector3> places, Vector3 moved)
    {
        var whole = (places.Count + 7) / 8 * 8;
        double[] Lane(Func<Vector3, double> of) => [.. Enumerable.Range(0, whole).Select(i => of(places[Math.Min(i, places.Count - 1)]))];
        var into = new double[6 * places.Count];
        runs.Fill((Lane(p => p.East), Lane(p => p.North), Lane(p => p.Up)), moved, Across, Along, into);
        return into;
    }

    [Fact]
    public void Near_and_others_together_are_the_whole() => Gen.Select(AnyPath, AnyPlace.List[1, 9], Gen.Double[0.5, 12], AnyPlace).Sample((wires, places, metres, about) =>
    {
        var whole = new CircuitField(wires, [new SoilOutlet(new(1, 2, -0.5), new(0.3, -0.1))]);
        var (near, others) = whole.Parted(about, metres);
        var (expected, rest, runs) = (Filled(whole, places), Filled(others, places), Filled(near, places, default));
        var most = expected.Max(Math.Abs) + 1e-12;
        for (var i = 0; i < expected.Length; i++)
        {
            Assert.Equal(0, (runs[i] + rest[i] - expected[i]) / most, 8);
        }
    });

    [Fact]
    public void Wires_that_are_moved_give_what_they_give_where_they_lie_then() => Gen.Select(AnyPath, AnyPlace.List[1, 9], AnyCorner).Sample((wires, places, way) =>
    {
        var moved = way * 0.1;
        var elsewhere = new CircuitField([.. wires.Select(w => w with { From = w.From + moved, To = w.To + moved })], []);
        var (expected, runs) = (Filled(elsewhere, places), Filled(new CircuitField(wires, []).Parted(default, 1000).Near, places, moved));
        var most = expected.Max(Math.Abs) + 1e-12;
        for (var i = 0; i < expected.Length; i++)
        {
            Assert.Equal(0, (runs[i] - expected[i]) / most, 8);
        }
    });

    [Fact]
    public void A_long_straight_run_is_the_textbook_wire()
    {
        var runs = new StraightRuns();
        runs.Add(new(0, -1e4, -1), new(0, 1, 0), 2e4, 1e-4, 1e-7, 0);
        var at = Filled(runs, [new Vector3(0, 0, 0.5)], default);

        // μ0 I / (2π r), all of it across the wire.
        Assert.Equal(2e-7 / 1.5, Math.Sqrt((at[0] * at[0]) + (at[4] * at[4])), 1e-6 * 2e-7);
        Assert.Equal(0, at[2] / 1e-7, 9);
    }
}
