using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>A coil seen from afar: its place and its moment, A·m².</summary>
public sealed record Dipole(Vector3 Place, Vector3 Moment)
{
    /// <summary>Flux density, tesla: <c>μ0/4π·(3(m·r̂)r̂ − m)/r³</c>.</summary>
    public Vector3 FieldAt(Vector3 point)
    {
        var r = point - Place;
        var distance = Math.Max(r.Length, 0.05);
        var unit = r * (1 / distance);
        return ((unit * (3 * Moment.Dot(unit))) - Moment) * (Physics.Mu0 / (4 * Math.PI * distance * distance * distance));
    }
}
