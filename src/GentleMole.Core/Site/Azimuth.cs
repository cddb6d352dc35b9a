using System.Globalization;

namespace GentleMole.Core.Site;

/// <summary>
/// A direction on the ground: degrees clockwise from north, 0 ≤ azimuth &lt; 360. Neither the angle of mathematics, which turns
/// the other way from east, nor a turn, which has a sign.
/// </summary>
public readonly record struct Azimuth
{
    private Azimuth(double degrees) => Degrees = degrees;

    /// <summary>Degrees clockwise from north, 0 ≤ degrees &lt; 360.</summary>
    public double Degrees { get; }

    /// <summary>The azimuth of so many degrees, however often they go round, either way.</summary>
    public static Azimuth Of(double degrees)
    {
        var turned = ((degrees % 360) + 360) % 360;

        // A hair less than nothing is rounded to a full turn.
        return new Azimuth(turned >= 360 ? 0 : turned);
    }

    /// <summary>The azimuth of a direction; north for none.</summary>
    public static Azimuth Of(SitePoint direction) => Of(Math.Atan2(direction.East, direction.North) * 180 / Math.PI);

    /// <summary>Unit vector that way.</summary>
    public SitePoint Direction => new(Math.Sin(Degrees * Math.PI / 180), Math.Cos(Degrees * Math.PI / 180));

    /// <summary>The other way.</summary>
    public Azimuth Opposite => Turned(180);

    /// <summary>Turned clockwise; negative for the other way.</summary>
    public Azimuth Turned(double degrees) => Of(Degrees + degrees);

    /// <summary>Angle to another direction, 0 to 180°.</summary>
    public double ApartFrom(Azimuth other)
    {
        var apart = Math.Abs(Degrees - other.Degrees);
        return Math.Min(apart, 360 - apart);
    }

    /// <summary>Angle to another direction, where neither has a head: 0 to 90°.</summary>
    public double ApartAsLines(Azimuth other) => ApartFrom(other) is var apart ? Math.Min(apart, 180 - apart) : 0;

    /// <summary>Which of so many equal winds it is, north being 0.</summary>
    public int Wind(int winds) => (int)Math.Round(Degrees * winds / 360) % winds;

    /// <summary>Degrees with three figures, as a compass says them.</summary>
    public override string ToString() => (Math.Round(Degrees) % 360).ToString("000", CultureInfo.InvariantCulture) + "°";
}
