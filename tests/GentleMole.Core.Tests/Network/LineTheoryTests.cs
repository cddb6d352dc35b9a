using System.Numerics;
using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using MathNet.Numerics.LinearAlgebra;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Tests.Network;

/// <summary>The solver against what theory says of lines: textbook transmission lines, coupled lines, Kirchhoff.</summary>
public class LineTheoryTests
{
    private static readonly Gen<(double Length, double R, double L, double G, double C, double Hertz, double EndOhms)> AnyLine = Gen.Select(
        Gen.Double[5, 300], Gen.Double[0.5, 100], Gen.Double[0.5, 4], Gen.Double[0.001, 20], Gen.Double[0.01, 1], Gen.Double[2.7, 5.3], Gen.Double[0, 3],
        (length, r, l, g, c, decade, end) => (length, r / 1000, l / 1e6, g / 1e6, c / 1e9, Math.Pow(10, decade), Math.Pow(10, end)));

    [Fact]
    public void A_uniform_line_is_a_transmission_line_whatever_its_end()
    {
        AnyLine.Sample(
            line =>
            {
                var series = new SeriesPerMetre(line.R, line.L);
                var shunt = new ShuntPerMetre(line.G, line.C);
                var z = new Complex(line.R, 2 * Math.PI * line.Hertz * line.L);
                var y = new Complex(line.G, 2 * Math.PI * line.Hertz * line.C);
                var (gamma, z0) = (Complex.Sqrt(z * y), Complex.Sqrt(z / y));
                foreach (var end in new[] { LineEnd.Open, LineEnd.Earthed(line.EndOhms) })
                {
                    var solved = Ground.Of(Ground.Straight("t", line.Length, end: end, series: series, shunt: shunt)).Solve(Ground.At("t"), line.Hertz);
                    var most = solved.Stations("t").Max(s => s.Amperes.Magnitude);
                    var source = solved.Shown.Amperes!.Value;
                    foreach (var station in solved.Stations("t"))
                    {
                        // Current towards a load ZL at distance ℓ: I(x) = I0·(Z0·cosh γ(ℓ−x) + ZL·sinh γ(ℓ−x))/(same at x = 0); open is the limit ZL → ∞.
                        Complex At(double x) => end.Kind == EndKind.Open
                            ? Complex.Sinh(gamma * (line.Length - x))
                            : (z0 * Complex.Cosh(gamma * (line.Length - x))) + (line.EndOhms * Complex.Sinh(gamma * (line.Length - x)));
                        var expected = source * At(station.ChainageMetres) / At(0);
                        Assert.True((station.Amperes - expected).Magnitude <= 0.01 * most, $"{line} {end.Kind} at {station.ChainageMetres}: {station.Amperes}, theory {expected}");
                    }
                }
            },
            iter: 40);
    }

    [Fact]
    public void A_line_ended_by_its_own_impedance_shows_no_end()
    {
        const double hertz = 33_000;
        var series = new SeriesPerMetre(1e-6, 2e-6);
        var shunt = new ShuntPerMetre(1e-12, 0.2e-9);
        var matched = Math.Sqrt(series.Henries / shunt.Farads);

        var solved = Ground.Of(Ground.Straight("t", 400, end: LineEnd.Earthed(matched), series: series, shunt: shunt)).Solve(Ground.At("t"), hertz);

        Assert.All(solved.Stations("t"), s => Assert.Equal(0.05, s.Amperes.Magnitude, 4));
        var turn = 2 * Math.PI * hertz * Math.Sqrt(series.Henries * shunt.Farads) * 400;
        Assert.Equal(-turn, solved.Stations("t")[^1].Amperes.Phase, 2);
    }

    /// <summary>Two lines side by side obey d[V;I]/dx = −[[0,Z],[Y,0]]·[V;I]; the matrix exponential carries them from start to end.</summary>
    [Theory]
    [InlineData(8_000, 1.0)]
    [InlineData(33_000, 0.5)]
    [InlineData(83_000, 3.0)]
    [InlineData(512, 1.5)]
    public void Two_lines_side_by_side_obey_the_coupled_line_equations(double hertz, double apart)
    {
        const double length = 80, depth = 0.9, endOhms = 20;
        var target = Ground.Straight("t", length, depth: depth, end: LineEnd.Earthed(endOhms));
        var other = Ground.Straight("n", length, apart, depth, LineEnd.Earthed(15), LineEnd.Earthed(30), Ground.BareIron);
        var solved = Ground.Of(target, other).Solve(Ground.At("t"), hertz);

        Complex Self(NetworkLine l) => LineImpedance.Internal(l.Conductor!, hertz) + LineImpedance.ExternalSelf(l.RadiusMetres, depth, hertz, Ground.Loam);
        var mutual = LineImpedance.Mutual(apart, apart, 2 * depth, hertz, LineImpedance.SoilConstant(hertz, Ground.Loam));
        Complex Leak(NetworkLine l) => LineImpedance.Shunt(l.Conductor!, depth, length, hertz, Ground.Loam);
        var system = Matrix<Complex>.Build.Dense(4, 4);
        (system[0, 2], system[0, 3], system[1, 2], system[1, 3]) = (-Self(target), -mutual, -mutual, -Self(other));
        (system[2, 0], system[3, 1]) = (-Leak(target), -Leak(other));
        var carry = Exponential(system * length);

        // Unknown at the start: V1, V2; I1 is the source, I2 = −V2/15. At the end V1 = 20·I1 and V2 = 30·I2.
        var source = solved.Shown.Amperes!.Value;
        var a = Matrix<Complex>.Build.Dense(2, 2);
        var b = MathNet.Numerics.LinearAlgebra.Vector<Complex>.Build.Dense(2);
        double[] loads = [endOhms, 30];
        for (var k = 0; k < 2; k++)
        {
            Complex Row(int column) => carry[k, column] - (loads[k] * carry[k + 2, column]);
            (a[k, 0], a[k, 1]) = (Row(0), Row(1) - (Row(3) / 15));
            b[k] = -Row(2) * source;
        }

        var volts = a.Solve(b);
        var state = MathNet.Numerics.LinearAlgebra.Vector<Complex>.Build.Dense([volts[0], volts[1], source, -volts[1] / 15]);
        foreach (var x in new[] { 0, 10, 27, 40, 66, length })
        {
            var expected = Exponential(system * x) * state;
            Assert.True((solved.CurrentAt("t", x) - expected[2]).Magnitude <= 0.01 * expected[2].Magnitude, $"target at {x}");
            Assert.True((solved.CurrentAt("n", x) - expected[3]).Magnitude <= 0.01 * Math.Max(expected[3].Magnitude, 0.02 * source), $"neighbour at {x}: {solved.CurrentAt("n", x)}, theory {expected[3]}");
        }
    }

    [Fact]
    public void Currents_balance_at_every_tee()
    {
        Gen.Select(Gen.Double[5, 75], Gen.Double[10, 60], Gen.Double[512, 200_000], Gen.Double[0, 50], (at, branch, hertz, ohms) => (at, branch, hertz, ohms)).Sample(
            c =>
            {
                var trunk = Ground.Straight("trunk", 80, end: LineEnd.Earthed(25));
                var branch = new NetworkLine("branch", [new(c.at, 0, -0.9), new(c.at, c.branch, -0.7)], Ground.Tracer, LineEnd.Open, LineEnd.Earthed(40));
                var network = Ground.Of(trunk, branch) with { Bonds = [new Bond(new("trunk", c.at), new("branch", 0), c.ohms)] };

                var solved = network.Solve(Ground.At("trunk"), c.hertz);

                var along = solved.Stations("trunk");
                var k = Enumerable.Range(1, along.Count - 1).First(i => along[i].ChainageMetres == along[i - 1].ChainageMetres);
                Assert.Equal(c.at, along[k].ChainageMetres, 6);
                var into = along[k - 1].Amperes;
                var left = into - along[k].Amperes - solved.Stations("branch")[0].Amperes;
                Assert.True(left.Magnitude <= 1e-9 * into.Magnitude, $"{left} of {into} is lost");
            },
            iter: 50);
    }

    [Fact]
    public void A_current_splits_at_a_tee_in_proportion_to_the_admittances_of_the_branches()
    {
        NetworkLine Leg(string id, double north, double ohms) => new(id, [new(10, 0, -0.9), new(10, north, -0.9)], Ground.Tracer, LineEnd.Open, LineEnd.Earthed(ohms));
        var network = Ground.Of(Ground.Straight("trunk", 10), Leg("a", 20, 30), Leg("b", -20, 90)) with
        {
            Bonds = [new Bond(new("trunk", 10), new("a", 0), 0), new Bond(new("trunk", 10), new("b", 0), 0)],
        };

        var solved = network.Solve(Ground.At("trunk"), 512);

        Assert.InRange(solved.CurrentAt("a", 0).Magnitude / solved.CurrentAt("b", 0).Magnitude, 2.9, 3.05);
    }

    [Fact]
    public void Sending_and_listening_can_change_places()
    {
        var network = Ground.Of(Ground.Straight("t", 60, end: LineEnd.Earthed(20)), Ground.Straight("n", 45, 1.2, 0.7, LineEnd.Earthed(10), LineEnd.Earthed(15), Ground.BareIron));
        var there = network.Solve(new ClampSource(new("t", 30), 1), 33_000).CurrentAt("n", 20);
        var back = network.Solve(new ClampSource(new("n", 20), 1), 33_000).CurrentAt("t", 30);

        Assert.True((there - back).Magnitude < 0.01 * there.Magnitude, $"{there} and {back}");
    }

    [Fact]
    public void A_steel_pipe_has_its_resistance_at_low_frequency_and_its_skin_at_high()
    {
        var wire = new Conductor(Metal.Copper, 0.002, null, Coating.Bare);
        Assert.Equal(1.72e-8 / (Math.PI * 1e-6), LineImpedance.Internal(wire, 1).Real, 6);
        var pipe = new Conductor(Metal.Steel, 0.06, 0.004, Coating.Bare);
        var skin = Math.Sqrt(2 * 1.6e-7 / (2 * Math.PI * 100_000 * Physics.Mu0 * 150));
        Assert.Equal(1.6e-7 / (2 * Math.PI * 0.03 * skin), LineImpedance.Internal(pipe, 100_000).Real, 4);
    }

    /// <summary>Matrix exponential by scaling, Taylor and squaring.</summary>
    private static Matrix<Complex> Exponential(Matrix<Complex> m)
    {
        const int halvings = 14;
        var x = m / Math.Pow(2, halvings);
        var sum = Matrix<Complex>.Build.DenseIdentity(m.RowCount);
        var term = sum;
        for (var k = 1; k < 12; k++)
        {
            term = term * x / k;
            sum += term;
        }

        for (var k = 0; k < halvings; k++)
        {
            sum *= sum;
        }

        return sum;
    }
}
