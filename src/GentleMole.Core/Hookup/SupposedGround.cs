using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Hookup;

/// <summary>
/// The ground as it is supposed to be: what is on the sheet, with the soil. Lines that go on are prolonged straight, so
/// that a signal can leave the sheet; chainages of the network are told apart from those of the sheet by that much.
/// </summary>
public sealed record SupposedGround(SoilGround Soil, IReadOnlyList<SupposedLine> Lines, IReadOnlyList<SupposedBond> Bonds, IReadOnlyList<SupposedJoint> Joints)
{
    /// <summary>How far a line that goes on is followed beyond the sheet.</summary>
    public const double BeyondMetres = 80;

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
        var depth = Math.Max(line.Depth.Metres, line.Conductor!.RadiusMetres * 1.01);
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
        EndSupposed.GoesOn => double.IsPositiveInfinity(end.BeyondOhms) ? LineEnd.Open : LineEnd.Earthed(end.BeyondOhms),
        EndSupposed.Open => LineEnd.Open,
    };
}
