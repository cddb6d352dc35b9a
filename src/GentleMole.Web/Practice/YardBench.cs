using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Web.Words;

namespace GentleMole.Web.Practice;

/// <summary>TRUTH: a solved ground as a request of the bench that gives the same currents.</summary>
internal static class YardBench
{
    public static object Body(SolvedNetwork solved) => new
    {
        Soil = new { solved.Network.Soil.ResistivityOhmMetres },
        FrequencyHertz = solved.Hertz,
        Lines = solved.Network.Lines.Select(l => new
        {
            l.Id, Points = Points(l), Conductor = Conductor(l.Conductor!), Start = End(l.Start), End = End(l.End),
        }),
        Bonds = Bonds(solved.Network),
        Joints = Joints(solved.Network),
        Source = Source(solved),
    };

    public static IEnumerable<double[]> Points(NetworkLine line) => line.Points.Select(p => new[] { p.East, p.North, -p.Up });

    public static IEnumerable<object> Bonds(BuriedNetwork network) => network.Bonds.Select(b => new { From = Place(b.From), To = Place(b.To), b.Ohms });

    public static IEnumerable<object> Joints(BuriedNetwork network) => network.Joints.Select(j => new { j.At.Line, j.At.ChainageMetres, Ohms = j.BridgeOhms });

    private static object Source(SolvedNetwork solved) => solved.Source switch
    {
        DirectSource direct => new
        {
            Method = "direct", direct.At.Line, direct.At.ChainageMetres,
            Stake = new { Position = new[] { direct.Stake.Place.East, direct.Stake.Place.North }, direct.Stake.LengthMetres, direct.Stake.RadiusMetres, Ohms = direct.Stake.OhmsIn(solved.Network.Soil) },
            SetMilliamps = direct.Drive.SetAmperes * 1000, direct.Drive.MaxVolts, direct.Drive.MaxWatts,
        },
        ClampSource clamp => new { Method = "clamp", clamp.At.Line, clamp.At.ChainageMetres, clamp.Volts },
        InductionSource coil => new
        {
            Method = "induction", Position = new[] { coil.Place.East, coil.Place.North }, HeightMetres = coil.Height.Metres, AzimuthDegrees = coil.Axis.Degrees, coil.MomentAmpereSquareMetres,
        },
        var other => throw new InvalidOperationException($"No hookup of a yard is a {other.GetType().Name}."),
    };

    private static object Place(LinePlace place) => new { place.Line, place.ChainageMetres };

    private static object Conductor(Conductor conductor) => new
    {
        Material = PracticeWords.Code(conductor.Metal), OutsideMillimetres = conductor.OutsideMetres * 1000, WallMillimetres = conductor.WallMetres * 1000,
        Coating = conductor.Coating.IsBare ? (object)"bare" : new { conductor.Coating.OhmSquareMetres, ThicknessMillimetres = conductor.Coating.ThicknessMetres * 1000, conductor.Coating.Permittivity },
    };

    private static object End(LineEnd end) => end.Kind == EndKind.Open ? new { Kind = "open", Ohms = (double?)null } : new { Kind = "earthed", Ohms = (double?)end.Ohms };
}
