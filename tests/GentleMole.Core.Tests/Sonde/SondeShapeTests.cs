using CsCheck;
using GentleMole.Core.Fields;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Tests.Sonde;

/// <summary>Laws of the field of a sonde.</summary>
public class SondeShapeTests
{
    private static readonly Gen<double> Tilt = Gen.Double[-1.2, 1.2];

    [Fact]
    public void Its_coil_along_the_pipe_is_silent_at_its_nulls_and_greatest_between_them() => Tilt.Sample(tilt =>
    {
        var t = Math.Tan(tilt);
        var (front, rear) = SondeShape.Nulls(t);
        var strongest = SondeShape.Strongest(t);
        Assert.Equal(0, SondeShape.Field(front, 1, tilt).Along, 1e-9);
        Assert.Equal(0, SondeShape.Field(rear, 1, tilt).Along, 1e-9);
        Assert.InRange(strongest, rear, front);
        var most = Math.Abs(SondeShape.Field(strongest, 1, tilt).Along);
        for (var u = rear; u < front; u += (front - rear) / 50)
        {
            Assert.True(Math.Abs(SondeShape.Field(u, 1, tilt).Along) <= most * (1 + 1e-9));
        }

        Assert.Equal(0, (6 * Math.Pow(strongest, 3)) - (12 * t * strongest * strongest) - (9 * strongest) + (3 * t), 1e-6);
        Assert.Equal(SondeShape.Spacing(t), front - rear, 1e-12);
        Assert.Equal(0.75 * t, (front + rear) / 2, 1e-12);
    });

    [Fact]
    public void Level_its_nulls_lie_0_707_of_the_distance_away_and_it_is_strongest_overhead()
    {
        var (front, rear) = SondeShape.Nulls(0);
        Assert.Equal((Math.Sqrt(0.5), -Math.Sqrt(0.5)), (front, rear));
        Assert.Equal(0, SondeShape.Strongest(0), 1e-9);
        Assert.Equal(1 / 3.0, SondeShape.Strongest(1e-3) / 1e-3, 1e-3);
    }

    [Fact]
    public void It_is_the_field_of_a_dipole() => Gen.Select(Gen.Double[-3, 3], Gen.Double[0.3, 4], Tilt).Sample((u, d, tilt) =>
    {
        var field = new Dipole(new Vector3(0, 0, -d), new Vector3(Math.Cos(tilt), 0, -Math.Sin(tilt))).FieldAt(new Vector3(u, 0, 0)) * (4 * Math.PI / Physics.Mu0);
        var (along, up) = SondeShape.Field(u, d, tilt);
        Assert.Equal(field.East, along, 1e-6 + (1e-6 * Math.Abs(along)));
        Assert.Equal(field.Up, up, 1e-6 + (1e-6 * Math.Abs(up)));
    });

    [Fact]
    public void A_lean_tells_the_tilt() => Tilt.Sample(tilt => Assert.Equal(Math.Tan(tilt), SondeShape.TiltOfLean(SondeShape.Lean(Math.Tan(tilt)))!.Value, 1e-5));

    [Fact]
    public void Over_it_the_level_falls_with_the_cube_however_it_lies() => Gen.Select(Gen.Double[0.3, 4], Gen.Double[0.1, 1.5], Tilt).Sample((d, lift, tilt) =>
    {
        Assert.Equal(Math.Pow((d + lift) / d, 3), SondeShape.Total(0, d, tilt) / SondeShape.Total(0, d + lift, tilt), 1e-9 * Math.Pow((d + lift) / d, 3));
        Assert.Equal(d, SondeShape.ShownDistance(d, 0, 0.4), 1e-9);
    });

    [Fact]
    public void A_height_that_is_off_looks_like_a_step_aside()
    {
        // At a distance D the level with a height δ too great is that of a step √(2Dδ) aside, to first order.
        const double distance = 1.4, error = 0.02;
        var aside = SondeLocating.SidewaysLike(distance, error);
        Assert.Equal(Math.Sqrt(2 * distance * error), aside, 1e-12);
        Assert.Equal(Math.Pow(1 + (aside * aside / distance / distance), -1.5), Math.Pow((distance + error) / distance, -3), 2e-3);
    }
}
