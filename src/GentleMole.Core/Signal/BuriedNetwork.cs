using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Signal;

/// <summary>How a line ends.</summary>
public enum EndKind
{
    Open,

    /// <summary>To remote earth, through a resistance.</summary>
    Earthed,
}

/// <summary>The end of a line.</summary>
/// <param name="Ohms">Resistance to remote earth when earthed.</param>
public sealed record LineEnd(EndKind Kind, double Ohms = 0)
{
    public static LineEnd Open { get; } = new(EndKind.Open);

    public static LineEnd Earthed(double ohms) => new(EndKind.Earthed, ohms);
}

/// <summary>Series constants given instead of computed: Ω/m and H/m.</summary>
public sealed record SeriesPerMetre(double Ohms, double Henries);

/// <summary>Shunt constants given instead of computed: S/m and F/m.</summary>
public sealed record ShuntPerMetre(double Siemens, double Farads);

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

    public double RadiusMetres => Conductor?.RadiusMetres ?? RadiusUnknown;

    /// <summary>Length along the line in three dimensions: its chainage at the end.</summary>
    public double LengthMetres { get; } = Points.Zip(Points.Skip(1), (a, b) => (b - a).Length).Sum();

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

/// <summary>A place on a line.</summary>
public sealed record LinePlace(string Line, double ChainageMetres);

/// <summary>Two lines joined by metal, through a resistance; zero for a weld or a tee.</summary>
public sealed record Bond(LinePlace From, LinePlace To, double Ohms);

/// <summary>A break of the metal in a line: an insulating joint, a regulator, a meter.</summary>
/// <param name="BridgeOhms">A jumper across it; null when open.</param>
public sealed record InsulatingJoint(LinePlace At, double? BridgeOhms);

/// <summary>Lines in the ground with what joins and breaks them.</summary>
/// <param name="Coupled">False leaves out the coupling of lines through the air and soil between them.</param>
public sealed record BuriedNetwork(
    SoilGround Soil, IReadOnlyList<NetworkLine> Lines, IReadOnlyList<Bond> Bonds, IReadOnlyList<InsulatingJoint> Joints, bool Coupled = true)
{
    public NetworkLine Line(string id) => Lines.First(l => l.Id == id);
}
