using GentleMole.Core.Site;

namespace GentleMole.Core.Fields;

/// <summary>
/// A straight piece of wire from one point to another, carrying a current in that direction (amperes). The wire's radius
/// bounds the field very near it.
/// </summary>
public readonly record struct WireSegment(Vector3 From, Vector3 To, double CurrentAmperes, double RadiusMetres = 0.01)
{
    /// <summary>
    /// Flux density in tesla at a point (east, north, up): closed form of Biot–Savart for a finite straight segment,
    /// <c>B = μ0I/(4π|R|²)·(s1/√(s1²+|R|²) − s2/√(s2²+|R|²))·(u × R)</c>.
    /// </summary>
    public Vector3 FieldAt(Vector3 point)
    {
        var along = To - From;
        var length = along.Length;
        if (length == 0)
        {
            return default;
        }

        var u = along * (1 / length);
        var fromStart = point - From;
        var s1 = fromStart.Dot(u);
        var s2 = s1 - length;
        var across = fromStart - (u * s1);
        var r2 = Math.Max(across.Dot(across), RadiusMetres * RadiusMetres);
        var factor = Physics.Mu0 * CurrentAmperes / (4 * Math.PI * r2)
            * ((s1 / Math.Sqrt((s1 * s1) + r2)) - (s2 / Math.Sqrt((s2 * s2) + r2)));
        return u.Cross(across) * factor;
    }
}
