using System.Numerics;
using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Tests.Instruments;

/// <summary>What an instrument does with a field: it saturates, withholds, tells the way of the current, hears noise.</summary>
public class ReceiverModelTests
{
    private static readonly SitePoint Ahead = new(0, 1);

    private static CircuitField Line(Complex amperes, double depth = 1) =>
        new([new ComplexWire(new(0, -500, -depth), new(0, 500, -depth), amperes, 0.01)], []);

    private static ReceiverReading Read(Complex amperes, double offset, ReceiverBuild build, int seed = 1) =>
        new CoilReceiver(Line(amperes).At, build, new Random(seed)).Read(new SitePoint(offset, 0), Ahead);

    private static readonly ReceiverBuild Silent = new(RelativeNoise: 0, FloorTesla: 1e-15);

    [Fact]
    public void Depth_and_current_are_those_of_the_line_whatever_its_phase()
    {
        Gen.Select(Gen.Double[0.002, 0.5], Gen.Double[-Math.PI, Math.PI], (size, phase) => Complex.FromPolarCoordinates(size, phase)).Sample(amperes =>
        {
            var reading = Read(amperes, 0, Silent);
            Assert.Equal(1, reading.DepthMetres!.Value, 2);
            Assert.InRange(reading.CurrentAmperes!.Value / amperes.Magnitude, 0.999, 1.001);
        });
    }

    [Fact]
    public void The_way_of_the_current_is_told_by_its_phase()
    {
        Assert.NotEqual(Read(0.05, 0, Silent).RunsAway, Read(-0.05, 0, Silent).RunsAway);
        Assert.Null(Read(1e-12, 0, new ReceiverBuild()).RunsAway);
    }

    [Fact]
    public void Far_from_the_peak_no_depth_is_shown()
    {
        Assert.NotNull(Read(0.05, 0.3, Silent).DepthMetres);
        Assert.Null(Read(0.05, 1.4, Silent).DepthMetres);
    }

    [Fact]
    public void A_pegged_amplifier_hides_the_peak()
    {
        var pegged = Read(0.05, 0, Silent with { FullScaleTesla = 5e-9 });
        Assert.True(pegged.Pegged);
        Assert.Null(pegged.DepthMetres);
        Assert.Equal(5e-9, pegged.PeakTesla, 12);
        Assert.Equal(Read(0.05, 0, Silent with { FullScaleTesla = 5e-9 }).PeakTesla, Read(0.05, 0.2, Silent with { FullScaleTesla = 5e-9 }).PeakTesla, 15);
    }

    [Theory]
    [InlineData(1e-9, 0, false, true)]
    [InlineData(1e-9, 80, false, false)]
    [InlineData(1e-6, 80, true, false)]
    public void Gain_lifts_a_response_off_the_bottom_and_pegs_it_at_the_top(double tesla, double gain, bool pegged, bool silent)
    {
        var shown = DisplayedResponse.Of(tesla, gain, 4e-4);
        Assert.Equal(pegged, shown.Pegged);
        Assert.Equal(silent, shown.Silent);
        Assert.InRange(shown.Percent, 0, 100);
    }

    [Fact]
    public void Twenty_decibels_are_a_factor_of_ten() =>
        Assert.Equal(10 * DisplayedResponse.Of(1e-6, 20, 4e-4).Percent, DisplayedResponse.Of(1e-6, 40, 4e-4).Percent, 9);

    [Fact]
    public void Noise_has_the_size_that_the_profile_says()
    {
        var profile = new ReceiverProfile("r", [8000], 0.4, 0.05, 0.02, 400);
        var build = ReceiverBuild.Of(profile, 8000);
        var receiver = new CoilReceiver(Line(0.05).At, build, new Random(3));
        var peaks = Enumerable.Range(0, 3000).Select(_ => receiver.Read(new SitePoint(0, 0), Ahead).PeakTesla).ToList();
        var mean = peaks.Average();
        var sigma = Math.Sqrt(peaks.Sum(p => (p - mean) * (p - mean)) / (peaks.Count - 1));
        Assert.InRange(sigma / Math.Sqrt(Math.Pow(0.02 * mean, 2) + Math.Pow(0.05e-9, 2)), 0.95, 1.05);
    }

    [Fact]
    public void The_floor_is_higher_at_low_frequencies()
    {
        var profile = new ReceiverProfile("r", [512, 8000], 0.4, 0.05, 0.02, 400);
        Assert.True(profile.FloorTesla(512) > 3 * profile.FloorTesla(8000));
        Assert.Equal(0.05e-9, profile.FloorTesla(8000), 15);
    }

    [Fact]
    public void The_vector_unit_adds_up_what_single_wires_do()
    {
        var random = new Random(11);
        double Any() => (20 * random.NextDouble()) - 10;
        var wires = Enumerable.Range(0, 23).Select(_ => new ComplexWire(
            new(Any(), Any(), -random.NextDouble() - 0.2), new(Any(), Any(), -random.NextDouble() - 0.2), new Complex(Any(), Any()), 0.01)).ToList();
        var point = new Vector3(0.3, -0.7, 0.05);
        Vector3 Sum(Func<Complex, double> part) => wires.Select(w => new WireSegment(w.From, w.To, part(w.Amperes)).FieldAt(point)).Aggregate((a, b) => a + b);

        var field = new CircuitField(wires, []).At(point);

        Assert.True((field.InPhase - Sum(a => a.Real)).Length < 1e-12 * Sum(a => a.Real).Length + 1e-18);
        Assert.True((field.Quadrature - Sum(a => a.Imaginary)).Length < 1e-12 * Sum(a => a.Imaginary).Length + 1e-18);
    }

    [Fact]
    public void A_coil_is_heard_directly_when_the_receiver_is_too_near_and_not_when_it_keeps_away()
    {
        var coil = new Dipole(new(0, 0, 0.2), new(0, 6, 0));
        double At(double metres) => new CircuitField([], [], coil).At(new Vector3(metres, 0, 0.05)).InPhase.Length;
        Assert.Equal(8, At(5) / At(10), 1);
    }

    /// <summary>
    /// Ampère: no current flows in the air, so round any loop above the ground the field of a whole circuit adds up to nothing.
    /// A wire without its ground return does not obey that, and so cannot be what is measured near an end.
    /// </summary>
    [Theory]
    [InlineData(10, 0, 0.5)]
    [InlineData(-9, 1.5, 0.3)]
    [InlineData(0, 3, 1)]
    public void Round_a_loop_in_the_air_the_field_with_its_ground_return_adds_up_to_nothing(double east, double north, double up)
    {
        var wire = new ComplexWire(new(-10, 0, -1), new(10, 0, -1), 1, 0.01);
        var alone = new CircuitField([wire], []);
        var whole = new CircuitField([wire], [new SoilOutlet(new(-10, 0, -1), -1), new SoilOutlet(new(10, 0, -1), 1)]);
        double Round(CircuitField field)
        {
            const int steps = 500;
            Vector3[] corners = [new(east - 2, north - 2, up), new(east + 2, north - 2, up), new(east + 2, north + 2, up), new(east - 2, north + 2, up)];
            var sum = 0.0;
            for (var side = 0; side < 4; side++)
            {
                var step = (corners[(side + 1) % 4] - corners[side]) * (1.0 / steps);
                for (var k = 0; k < steps; k++)
                {
                    sum += field.At(corners[side] + (step * (k + 0.5))).InPhase.Dot(step);
                }
            }

            return sum / Physics.Mu0;
        }

        Assert.InRange(Math.Abs(Round(whole)), 0, 1e-5);
        Assert.True(Math.Abs(Round(alone)) > (Math.Abs(east) < 1 ? 0 : 0.02));
    }
}
