using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>A line of the network.</summary>
/// <param name="Points">At least two points; <c>Up</c> is minus the depth of the centre.</param>
/// <param name="Conductor">Metal and coating; may be null when series and shunt are both given.</param>
public sealed record NetworkLine(
    string Id, IReadOnlyList<Vector3> Points, Conductor? Conductor, LineEnd Start, LineEnd End, SeriesPerMetre? Series = null, ShuntPerMetre? Shunt = null)
{
    /// <summary>Radius that bounds fields where no conductor is given.</summary>
    private const double RadiusUnknown = 0.005;

    /// <summary>Corners; not to be changed on a copy, since the length is taken from them once.</summary>
    public IReadOnlyList<Vector3> Points { get; } = Points;

    /// <summary>Radius of its conductor; a small one where nobody knows it.</summary>
    public double RadiusMetres => Conductor?.RadiusMetres ?? RadiusUnknown;

    /// <summary>Length along the line in three dimensions: its chainage at the end.</summary>
    public double LengthMetres { get; } = Points.Zip(Points.Skip(1), (a, b) => (b - a).Length).Sum();

    /// <summary>Its run seen from above; a line that only goes down has none.</summary>
    /// <exception cref="ArgumentException">All its points lie in one place on the plan.</exception>
    public Run OnPlan() => new(Points.Select(p => p.OnPlan));

    /// <summary>The point at a chainage, held within the line.</summary>
    public Vector3 At(double chainageMetres)
    {
        var left = Math.Max(0, chainageMetres);
        for (var i = 1; i < Points.Count; i++)
        {
            var leg = Points[i] - Points[i - 1];
            var length = leg.Length;
            if (left <= length && length > 0)
            {
                return Points[i - 1] + (leg * (left / length));
            }

            left -= length;
        }

        return Points[^1];
    }
}
