namespace GentleMole.Core.Site;

/// <summary>East, north, up in metres (or tesla), double precision.</summary>
public readonly record struct Vector3(double East, double North, double Up)
{
    /// <summary>Sum.</summary>
    public static Vector3 operator +(Vector3 a, Vector3 b) => new(a.East + b.East, a.North + b.North, a.Up + b.Up);

    /// <summary>Difference.</summary>
    public static Vector3 operator -(Vector3 a, Vector3 b) => new(a.East - b.East, a.North - b.North, a.Up - b.Up);

    /// <summary>Stretched.</summary>
    public static Vector3 operator *(Vector3 a, double k) => new(a.East * k, a.North * k, a.Up * k);

    /// <summary>Scalar product.</summary>
    public double Dot(Vector3 b) => (East * b.East) + (North * b.North) + (Up * b.Up);

    /// <summary>Seen from above.</summary>
    public SitePoint OnPlan => new(East, North);

    /// <summary>Length, metres.</summary>
    public double Length => Math.Sqrt(Dot(this));

    /// <summary>Vector product, right-handed in east, north, up.</summary>
    public Vector3 Cross(Vector3 b) => new(
        (North * b.Up) - (Up * b.North),
        (Up * b.East) - (East * b.Up),
        (East * b.North) - (North * b.East));
}
