using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Yards;

namespace GentleMole.Exchange.Yards;

/// <summary>A practice yard as an open JSON file: SI units, east and north and depth to the centre, words in small letters.</summary>
public static class YardFile
{
    /// <summary>No yard is longer.</summary>
    public const int MostBytes = 300_000;

    private const string Format = "practice-yard";
    private const int Version = 1;
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        MaxDepth = 16, WriteIndented = true, AllowDuplicateProperties = false, UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
        NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.Strict,
    };

    /// <summary>Writes a yard.</summary>
    public static string Write(DrawnYard yard)
    {
        ArgumentNullException.ThrowIfNull(yard);
        var site = yard.Site;
        return JsonSerializer.Serialize(new Document(
            Format, Version, yard.Title, yard.Level, yard.Minutes, yard.Brief, [.. yard.Teaches.Select(YardHabits.Code)], yard.HasSurprises, site.Owner, [.. site.Target], Pairs(site.Area), [site.SoilOhmMetres.Low, site.SoilOhmMetres.High],
            [.. site.Ground.Lines.Select(l => new Line(
                l.Id, l.Lies.Name, Word(l.Kind), [.. l.Run.Points.Select((p, i) => new[] { p.East, p.North, l.Depths[i].Metres })],
                new Metallic(Word(l.Lies.Conductor!.Metal), l.Lies.Conductor.OutsideMetres * 1000, l.Lies.Conductor.WallMetres * 1000, l.Lies.Conductor.Coating.OhmSquareMetres, l.Lies.Conductor.Coating.ThicknessMetres * 1000, l.Lies.Conductor.Coating.Permittivity),
                Ending(l.Lies.Start), Ending(l.Lies.End), l.Lies.NetMilliamps))],
            [.. site.Ground.Bonds.Select(b => new Bonded(b.From, b.FromMetres, b.To, b.ToMetres, b.Ohms))], [.. site.Ground.Joints.Select(j => new Jointed(j.Line, j.AtMetres, j.BridgeOhms))],
            [.. site.Features.Select(f => new Feature(f.Id, Word(f.Kind), f.Name, f.Utility is { } utility ? Word(utility) : null, f.Place.East, f.Place.North, [.. f.Connections.Select(c => new Connection(c.Id, Word(c.What), [.. c.Methods.Select(Word)], c.On, c.AtMetres))]))],
            [.. site.Records.Select(r => new Recorded(Word(r.Utility), r.Owner, Pairs(r.Points), r.DoubtMetres, r.DepthMetres, r.Of))], [.. site.Surfaces.Select(s => new Surface(Word(s.Kind), Pairs(s.Ring)))], [.. site.Unknowable], [.. site.SameToAll]), Options);
    }

    /// <summary>Reads a yard, and holds it to its rules; what is wrong is said where it stands.</summary>
    public static Result<DrawnYard> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length > MostBytes)
        {
            return new FieldError("file", $"A yard has {MostBytes / 1000} kB at most.");
        }

        try
        {
            var document = JsonSerializer.Deserialize<Document>(text, Options);
            if (document is null || document.Format != Format || document.Version != Version)
            {
                return new FieldError("file", $"It is no yard: the file must say \"format\": \"{Format}\", \"version\": {Version}.");
            }

            var yard = Made(document);
            return yard.Check() is { Count: > 0 } errors ? (List<FieldError>)[.. errors] : yard;
        }
        catch (JsonException error)
        {
            return new FieldError("file", error.Path is { Length: > 1 } path ? $"It cannot be read at {path.TrimStart('$').TrimStart('.')}." : "It is not JSON, or nested too deep.");
        }
        catch (Exception error) when (error is ArgumentException or NullReferenceException or InvalidOperationException or FormatException)
        {
            return new FieldError("file", "Something in it is missing or makes no sense: a line without length, a word that is not known, a place without two numbers.");
        }
    }

    private static DrawnYard Made(Document of)
    {
        var lines = of.Lines.Select(l => new BuriedLine(
            new SupposedLine(
                l.Id, l.Name, Kind<UtilityKind>(l.Utility), [.. l.Points.Select(p => new SitePoint(p[0], p[1]))], new Depth(l.Points.Average(p => p[2])),
                new Conductor(Kind<Metal>(l.Conductor.Material), l.Conductor.OutsideMillimetres / 1000, l.Conductor.WallMillimetres / 1000, l.Conductor.CoatingOhmSquareMetres <= 0 ? Coating.Bare : new Coating(l.Conductor.CoatingOhmSquareMetres, l.Conductor.CoatingMillimetres / 1000, l.Conductor.Permittivity)),
                Ended(l.Start), Ended(l.End), l.LiveMilliamps), [.. l.Points.Select(p => new Depth(p[2]))])).ToList();
        var site = new YardSite(
            new HiddenGround(new SoilGround(Math.Sqrt(of.SoilOhmMetres[0] * of.SoilOhmMetres[1])), lines, [.. of.Bonds.Select(b => new SupposedBond(b.From, b.FromMetres, b.To, b.ToMetres, b.Ohms))], [.. of.Joints.Select(j => new SupposedJoint(j.Line, j.AtMetres, j.BridgeOhms))]),
            of.Target, lines.FirstOrDefault(l => of.Target.Contains(l.Id))?.Kind ?? UtilityKind.Unknown, of.Owner, Places(of.Area), (of.SoilOhmMetres[0], of.SoilOhmMetres[1]),
            [.. of.Features.Select(f => new YardFeature(f.Id, Kind<FeatureKind>(f.Kind), f.Name, new SitePoint(f.EastMetres, f.NorthMetres), f.Utility is { } utility ? Kind<UtilityKind>(utility) : null, [.. f.Connections.Select(c => new YardConnection(c.Id, Kind<YardContact>(c.What), [.. c.Methods.Select(Kind<HookupMethod>)], c.Line, c.RunMetres))]))],
            [.. of.Records.Select(r => new YardRecord(Kind<UtilityKind>(r.Utility), r.Owner, Places(r.Points), r.DoubtMetres, r.DepthMetres, r.Of))], [.. of.Surfaces.Select(s => new YardSurface(Kind<YardSurfaceKind>(s.Kind), Places(s.Ring)))])
        {
            Unknowable = of.Unknowable, SameToAll = of.SameToAll,
        };
        return new DrawnYard(of.Title, of.Level, of.Minutes, of.Brief, [.. of.Teaches.Select(code => Enum.GetValues<YardHabit>().Single(h => YardHabits.Code(h) == code))], site, of.HasSurprises);
    }

    private static string Word<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    private static T Kind<T>(string word)
        where T : struct, Enum => Enum.GetValues<T>().Single(v => Word(v) == word);

    private static double[][] Pairs(IReadOnlyList<SitePoint> places) => [.. places.Select(p => new[] { p.East, p.North })];

    private static IReadOnlyList<SitePoint> Places(double[][] pairs) => [.. pairs.Select(p => p.Length == 2 ? new SitePoint(p[0], p[1]) : throw new FormatException("A place has two numbers."))];

    private static End Ending(SupposedEnd end) => new(Word(end.Kind), end.Kind == EndSupposed.Earthed ? end.Ohms : null);

    private static SupposedEnd Ended(End end) => Kind<EndSupposed>(end.Kind) switch
    {
        EndSupposed.Earthed => new SupposedEnd(EndSupposed.Earthed, end.Ohms is >= 0 and <= 1e6 ? end.Ohms.Value : throw new FormatException("An earthed end has its ohms.")),
        EndSupposed.GoesOn => SupposedEnd.GoesOn,
        EndSupposed.Open => new SupposedEnd(EndSupposed.Open),
    };

    private sealed record Document(
        string Format, int Version, string Title, int Level, int Minutes, string Brief, string[] Teaches, bool HasSurprises, string Owner, string[] Target, double[][] Area, double[] SoilOhmMetres, Line[] Lines, Bonded[] Bonds, Jointed[] Joints, Feature[] Features,
        Recorded[] Records, Surface[] Surfaces, string[] Unknowable, string[] SameToAll);

    private sealed record Line(string Id, string Name, string Utility, double[][] Points, Metallic Conductor, End Start, End End, double? LiveMilliamps);

    private sealed record Metallic(string Material, double OutsideMillimetres, double? WallMillimetres, double CoatingOhmSquareMetres, double CoatingMillimetres, double Permittivity);

    private sealed record End(string Kind, double? Ohms);

    private sealed record Bonded(string From, double FromMetres, string To, double ToMetres, double Ohms);

    private sealed record Jointed(string Line, double AtMetres, double? BridgeOhms);

    private sealed record Feature(string Id, string Kind, string Name, string? Utility, double EastMetres, double NorthMetres, Connection[] Connections);

    private sealed record Connection(string Id, string What, string[] Methods, string Line, double RunMetres);

    private sealed record Recorded(string Utility, string Owner, double[][] Points, double DoubtMetres, double? DepthMetres, string Of);

    private sealed record Surface(string Kind, double[][] Ring);
}
