using GentleMole.Core.Fields;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Tests.Fields;

/// <summary>A coil from afar: μ0·m/2πr³ on its axis, half of that the other way at its side (Jackson, Classical Electrodynamics, 5.56).</summary>
public class DipoleTests
{
    private static readonly Dipole Coil = new(new Vector3(1, 2, 0), new Vector3(0, 0, 3));

    [Theory]
    [InlineData(1)]
    [InlineData(4)]
    public void On_its_axis_and_at_its_side(double away)
    {
        var axis = Coil.FieldAt(new Vector3(1, 2, away));
        var side = Coil.FieldAt(new Vector3(1 + away, 2, 0));
        var expected = 4e-7 * Math.PI * 3 / (2 * Math.PI * away * away * away);

        Assert.Equal(expected, axis.Up, expected * 1e-6);
        Assert.Equal(-expected / 2, side.Up, expected * 1e-6);
        Assert.Equal(0, axis.East, expected * 1e-9);
    }

    [Fact]
    public void At_the_magic_angle_it_lies_flat()
    {
        // 3cos²θ = 1: no vertical part where the direction is 54.7° off the axis.
        var field = Coil.FieldAt(new Vector3(1 + Math.Sqrt(2), 2, 1));
        Assert.Equal(0, field.Up, 1e-12);
        Assert.True(field.East > 0);
    }
}
