using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Walk;

namespace GentleMole.Core.Signal;

/// <summary>How a line on the sheet is supposed to end.</summary>
public enum EndSupposed
{
    /// <summary>It leaves the sheet and goes on.</summary>
    GoesOn,

    /// <summary>It ends without earth: a loose tracer, an insulating joint.</summary>
    Open,

    /// <summary>It ends earthed: a transformer, a pedestal, a house.</summary>
    Earthed,
}

/// <summary>An end of a line on the sheet.</summary>
public sealed record SupposedEnd(EndSupposed Kind, double Ohms = SupposedEnd.UsualOhms)
{
    /// <summary>A usual earth of a house, a pedestal, a cabinet.</summary>
    public const double UsualOhms = 20;

    public static SupposedEnd GoesOn { get; } = new(EndSupposed.GoesOn);

    /// <summary>
    /// What an end most likely is, from what stands within <see cref="NearMetres"/> of it: cables end earthed in cabinets,
    /// poles and meters; gas ends insulated at its meter or riser; water is bonded to the house's earth.
    /// </summary>
    public static SupposedEnd Likely(UtilityKind kind, FeatureKind? standsThere) => (kind, standsThere) switch
    {
        (UtilityKind.Electric or UtilityKind.Communications, FeatureKind.Cabinet or FeatureKind.Pole or FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Light) => new(EndSupposed.Earthed),
        (UtilityKind.Gas, FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Valve or FeatureKind.Box) => new(EndSupposed.Open),
        (UtilityKind.Water, FeatureKind.Meter or FeatureKind.Riser) => new(EndSupposed.Earthed),
        _ => GoesOn,
    };

    public const double NearMetres = 2;
}

/// <summary>A line as it is supposed to lie: traced, by its plan, or drawn by hand.</summary>
/// <param name="Conductor">Null where there is no metal; then it carries nothing.</param>
/// <param name="NetMilliamps">Net mains current that it is stated to carry when it is live; null when it is not a power line.</param>
public sealed record SupposedLine(
    string Id, string Name, UtilityKind Kind, IReadOnlyList<SitePoint> Points, double DepthMetres, Conductor? Conductor, SupposedEnd Start, SupposedEnd End, double? NetMilliamps = null)
{
    /// <summary>Current that a service unbalanced in the usual way gives back through the earth.</summary>
    public const double UsualNetMilliamps = 200;

    /// <summary>Corners of the line; not to be changed on a copy, since its run is made from them once.</summary>
    public IReadOnlyList<SitePoint> Points { get; } = Points;

    public Run Run { get; } = new(Points);
}

/// <summary>Metal between two lines, each at a chainage of its run on the sheet.</summary>
public sealed record SupposedBond(string From, double FromMetres, string To, double ToMetres, double Ohms);

/// <summary>An insulating joint at a chainage of a run on the sheet.</summary>
public sealed record SupposedJoint(string Line, double AtMetres, double? BridgeOhms);

/// <summary>
/// The ground as it is supposed to be: what is on the sheet, with the soil. Lines that go on are prolonged straight, so
/// that a signal can leave the sheet; chainages of the network are told apart from those of the sheet by that much.
/// </summary>
public sealed record SupposedGround(SoilGround Soil, IReadOnlyList<SupposedLine> Lines, IReadOnlyList<SupposedBond> Bonds, IReadOnlyList<SupposedJoint> Joints)
{
    /// <summary>How far a line that goes on is followed beyond the sheet.</summary>
    public const double BeyondMetres = 80;

    /// <summary>Earth that it finds there: the next joint, house or cabinet that nobody has drawn.</summary>
    public const double BeyondOhms = 100;

    /// <summary>Lines with metal, in the order of the sheet.</summary>
    public IEnumerable<SupposedLine> Metallic => Lines.Where(l => l.Conductor is not null);

    /// <summary>A line with metal, by its id.</summary>
    public SupposedLine? Line(string id) => Metallic.FirstOrDefault(l => l.Id == id);

    /// <summary>Chainage in the network of a chainage on the sheet.</summary>
    public LinePlace Place(string line, double sheetMetres) =>
        new(line, Before(Line(line)!) + Math.Clamp(sheetMetres, 0, Line(line)!.Run.Length));

    /// <summary>How much of the network's line lies before the sheet's.</summary>
    public static double Before(SupposedLine line) => line.Start.Kind == EndSupposed.GoesOn ? BeyondMetres : 0;

    /// <summary>The network to be solved; lines without metal are left out.</summary>
    public BuriedNetwork Network() => new(
        Soil,
        [.. Metallic.Select(Buried)],
        [.. Bonds.Where(b => Line(b.From) is not null && Line(b.To) is not null).Select(b => new Bond(Place(b.From, b.FromMetres), Place(b.To, b.ToMetres), b.Ohms))],
        [.. Joints.Where(j => Line(j.Line) is not null).Select(j => new InsulatingJoint(Place(j.Line, j.AtMetres), j.BridgeOhms))]);

    /// <summary>The same ground with one line changed.</summary>
    public SupposedGround With(string id, Func<SupposedLine, SupposedLine> change) =>
        this with { Lines = [.. Lines.Select(l => l.Id == id ? change(l) : l)] };

    private static NetworkLine Buried(SupposedLine line)
    {
        var depth = Math.Max(line.DepthMetres, line.Conductor!.RadiusMetres * 1.01);
        var points = line.Run.Points.Select(p => new Vector3(p.East, p.North, -depth)).ToList();
        if (line.Start.Kind == EndSupposed.GoesOn)
        {
            var start = line.Run.At(-BeyondMetres);
            points.Insert(0, new Vector3(start.East, start.North, -depth));
        }

        if (line.End.Kind == EndSupposed.GoesOn)
        {
            var end = line.Run.At(line.Run.Length + BeyondMetres);
            points.Add(new Vector3(end.East, end.North, -depth));
        }

        return new NetworkLine(line.Id, points, line.Conductor, End(line.Start), End(line.End));
    }

    private static LineEnd End(SupposedEnd end) => end.Kind switch
    {
        EndSupposed.Earthed => LineEnd.Earthed(end.Ohms),
        EndSupposed.GoesOn => LineEnd.Earthed(BeyondOhms),
        _ => LineEnd.Open,
    };
}
