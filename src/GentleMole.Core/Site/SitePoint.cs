namespace GentleMole.Core.Site;

/// <summary>A place on the site, in metres east and north of its origin.</summary>
public readonly record struct SitePoint(double East, double North)
{
    /// <summary>Sum.</summary>
    public static SitePoint operator +(SitePoint a, SitePoint b) => new(a.East + b.East, a.North + b.North);

    /// <summary>Difference.</summary>
    public static SitePoint operator -(SitePoint a, SitePoint b) => new(a.East - b.East, a.North - b.North);

    /// <summary>Stretched.</summary>
    public static SitePoint operator *(SitePoint a, double k) => new(a.East * k, a.North * k);

    /// <summary>Distance from the origin, metres.</summary>
    public double Length => Math.Sqrt((East * East) + (North * North));

    /// <summary>Scalar product.</summary>
    public double Dot(SitePoint other) => (East * other.East) + (North * other.North);

    /// <summary>Turned 90° clockwise seen from above: from "ahead" to "right".</summary>
    public SitePoint Right => new(North, -East);

    /// <summary>Distance, metres.</summary>
    public double DistanceTo(SitePoint other) => (this - other).Length;

    /// <summary>Same direction, length one; the zero vector stays as it is.</summary>
    public SitePoint Unit()
    {
        var length = Length;
        return length == 0 ? this : new SitePoint(East / length, North / length);
    }

    /// <summary>The same place or direction at a height.</summary>
    public Vector3 Raised(double upMetres) => new(East, North, upMetres);

    /// <summary>The way it points.</summary>
    public Azimuth Azimuth => Azimuth.Of(this);

    /// <summary>East and north only: the directions derived from a point are points again, without end.</summary>
    public override string ToString() => FormattableString.Invariant($"{East} E, {North} N");
}
