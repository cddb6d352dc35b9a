using System.Numerics;
using System.Text.Json;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Web.Api;

/// <summary>Reads the network of a request; what is missing or no number is said at its path, what is out of sense by the core.</summary>
internal sealed class NetworkReader(Checks checks)
{
    private static readonly string[] Metals = ["copper", "aluminium", "lead", "steel", "iron"];
    private static readonly string[] Coatings = ["bare", "polyethylene", "bitumen", "paper-lead"];

    public Checks Checks => checks;

    public BuriedNetwork? Network(HookupRequest body)
    {
        var soil = checks.Number(body.Soil?.ResistivityOhmMetres, "soil.resistivityOhmMetres");
        if (body.Lines is null)
        {
            checks.Add("lines", "It is missing; it must be a list.");
            return null;
        }

        if (body.Lines.Count > NetworkRules.MostLines)
        {
            checks.Add("lines", $"There are {body.Lines.Count} lines; {NetworkRules.MostLines} is the most.");
            return null;
        }

        var lines = body.Lines.Select((l, i) => Line(l, $"lines[{i}]")).ToList();
        var bonds = (body.Bonds ?? []).Select((b, i) => new Bond(
            Place(b?.From, $"bonds[{i}].from"), Place(b?.To, $"bonds[{i}].to"), checks.Number(b?.Ohms, $"bonds[{i}].ohms"))).ToList();
        var joints = (body.Joints ?? []).Select((j, i) => new InsulatingJoint(
            new LinePlace(Text(j?.Line, $"joints[{i}].line"), checks.Number(j?.ChainageMetres, $"joints[{i}].chainageMetres")),
            checks.Optional(j?.Ohms, $"joints[{i}].ohms", HookupRules.Ohms))).ToList();
        return checks.Errors.Count > 0 ? null : new BuriedNetwork(new SoilGround(soil), lines!, bonds, joints, body.Mutual ?? true);
    }

    /// <param name="isDriveNeeded">False where what is sent is shown: a direct connection then needs neither setting nor limits.</param>
    public SignalSource? Source(SourceBody? body, bool isDriveNeeded = true)
    {
        if (body is null)
        {
            checks.Add("source", "It is missing; it must be an object.");
            return null;
        }

        return checks.Word(body.Method, "source.method", "direct", "clamp", "induction") switch
        {
            "direct" when !isDriveNeeded => new DirectSource(At(body), Stake(body.Stake), new Drive(1, double.MaxValue, double.MaxValue)),
            "direct" => new DirectSource(At(body), Stake(body.Stake), new Drive(
                checks.Number(body.SetMilliamps, "source.setMilliamps", HookupRules.SentMilliamps) / 1000,
                checks.Number(body.MaxVolts, "source.maxVolts", HookupRules.Volts),
                checks.Number(body.MaxWatts, "source.maxWatts", 0, 1e5))),
            "clamp" => new ClampSource(At(body), checks.Number(body.Volts, "source.volts", -1e5, 1e5)),
            "induction" => new InductionSource(
                Position(body.Position, "source.position"),
                new(checks.Number(body.HeightMetres, "source.heightMetres", 0, 100)),
                Azimuth.Of(checks.Number(body.AzimuthDegrees, "source.azimuthDegrees", ReadingRules.DirectionDegrees)),
                checks.Number(body.MomentAmpereSquareMetres, "source.momentAmpereSquareMetres", 0, 1e6)),
            _ => null,
        };
    }

    private NetworkLine? Line(NetworkLineBody? body, string path)
    {
        if (body is null)
        {
            checks.Add(path, "It must be an object.");
            return null;
        }

        var id = Text(body.Id, path + ".id");
        var points = Points(body.Points, path + ".points");
        var conductor = body.Conductor is null ? null : Conductor(body.Conductor, path + ".conductor");
        var series = body.Series is null ? null : new SeriesPerMetre(
            checks.Number(body.Series.OhmsPerKilometre, path + ".series.ohmsPerKilometre", 0, 1e9) / 1000,
            checks.Number(body.Series.MillihenriesPerKilometre, path + ".series.millihenriesPerKilometre", 0, 1e6) / 1e6);
        if (series is { Ohms: 0, Henries: 0 })
        {
            checks.Add(path + ".series", "Resistance and inductance are both zero; at least one must be more.");
        }

        var shunt = body.Shunt is null ? null : new ShuntPerMetre(
            checks.Number(body.Shunt.MillisiemensPerKilometre, path + ".shunt.millisiemensPerKilometre", 0, 1e9) / 1e6,
            checks.Number(body.Shunt.MicrofaradsPerKilometre, path + ".shunt.microfaradsPerKilometre", 0, 1e9) / 1e9);
        if (body.Conductor is null && (series is null || shunt is null))
        {
            checks.Add(path + ".conductor", "It is missing; without it series and shunt must both be given.");
        }

        return new NetworkLine(id, points, conductor, End(body.Start, path + ".start"), End(body.End, path + ".end"), series, shunt);
    }

    private List<Vector3> Points(List<List<double>?>? points, string path)
    {
        if (points is null)
        {
            checks.Add(path, "It is missing; it must be a list of [east, north, depth].");
            return [];
        }

        if (points.Count > NetworkRules.MostPoints)
        {
            checks.Add(path, $"There are {points.Count} points; {NetworkRules.MostPoints} is the most.");
            return [];
        }

        var read = new List<Vector3>();
        for (var i = 0; i < points.Count; i++)
        {
            if (points[i] is not { Count: 3 } p || !p.TrueForAll(double.IsFinite))
            {
                checks.Add($"{path}[{i}]", "It must be three finite numbers: east, north and depth in metres.");
                break;
            }

            read.Add(new Vector3(p[0], p[1], -p[2]));
        }

        return read;
    }

    private Conductor Conductor(ConductorSpec body, string path)
    {
        var metal = checks.Word(body.Material, path + ".material", Metals) switch
        {
            "copper" => Metal.Copper,
            "aluminium" => Metal.Aluminium,
            "lead" => Metal.Lead,
            "steel" => Metal.Steel,
            _ => Metal.Iron,
        };
        var outside = checks.Number(body.OutsideMillimetres, path + ".outsideMillimetres", LineRules.Outside.In(1000)) / 1000;
        return new Conductor(metal, outside, checks.Optional(body.WallMillimetres, path + ".wallMillimetres", LineRules.Wall.In(1000)) / 1000, CoatingOf(body.Coating, path + ".coating"));
    }

    private Coating CoatingOf(JsonElement? body, string path)
    {
        if (body is not { ValueKind: JsonValueKind.Object } object_)
        {
            var word = body is { ValueKind: JsonValueKind.String } text ? text.GetString() : null;
            return checks.Word(word ?? (body is null or { ValueKind: JsonValueKind.Null or JsonValueKind.Undefined } ? null : "?"), path, Coatings) switch
            {
                "polyethylene" => Coating.Polyethylene,
                "bitumen" => Coating.Bitumen,
                "paper-lead" => Coating.PaperLead,
                _ => Coating.Bare,
            };
        }

        double Part(string name, double low, double high)
        {
            var number = object_.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var read) ? read : (double?)null;
            return checks.Number(number, $"{path}.{name}", low, high);
        }

        return new Coating(Part("ohmSquareMetres", 0, 1e15), Part("thicknessMillimetres", 0.001, 1000) / 1000, Part("permittivity", 1, 1000));
    }

    private LineEnd End(LineEndBody? body, string path)
    {
        if (body is null)
        {
            return LineEnd.Open;
        }

        return checks.Word(body.Kind, path + ".kind", "open", "earthed") == "earthed"
            ? LineEnd.Earthed(checks.Number(body.Ohms, path + ".ohms"))
            : LineEnd.Open;
    }

    private LinePlace At(SourceBody body) =>
        new(Text(body.Line, "source.line"), checks.Number(body.ChainageMetres, "source.chainageMetres"));

    private LinePlace Place(LinePlaceBody? body, string path) =>
        new(Text(body?.Line, path + ".line"), checks.Number(body?.ChainageMetres, path + ".chainageMetres"));

    private EarthStake Stake(StakeBody? body)
    {
        if (body is null)
        {
            checks.Add("source.stake", "It is missing; a direct connection needs a stake.");
            return new EarthStake(default);
        }

        return new EarthStake(
            Position(body.Position, "source.stake.position"),
            checks.Number(body.LengthMetres, "source.stake.lengthMetres"),
            checks.Number(body.RadiusMetres, "source.stake.radiusMetres"),
            checks.Optional(body.Ohms, "source.stake.ohms", HookupRules.Ohms),
            body.StakeField ?? true);
    }

    private SitePoint Position(List<double>? position, string path)
    {
        if (position is not { Count: 2 } || !position.TrueForAll(v => double.IsFinite(v) && Math.Abs(v) <= NetworkRules.FarthestMetres))
        {
            checks.Add(path, "It must be two numbers, east and north in metres, within 100 km of the origin.");
            return default;
        }

        return new SitePoint(position[0], position[1]);
    }

    private string Text(string? value, string path)
    {
        if (string.IsNullOrWhiteSpace(value) || value.Length > 200)
        {
            checks.Add(path, "It must be text of 1 to 200 characters.");
            return "";
        }

        return value;
    }
}
