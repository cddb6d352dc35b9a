using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Core.Wires;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Control wires and their valves: which wire leads where, splices found by a circle, valves by the spread of their coil.</summary>
internal sealed class WiresPage(MoleDb db, SheetLoader loader, PlaceClock clock) : SheetPage(db, loader)
{
    private const int MostWires = 60;
    private const int MostValves = 60;
    private const int MostWays = 24;
    private const int MostDepths = 40;

    private static readonly string[] SideFields = ["halfNorth", "halfEast", "halfSouth", "halfWest"];

    /// <summary>Wire at hand; 0 for a new one.</summary>
    [BindProperty(SupportsGet = true, Name = "wire")]
    public int? WireId { get; set; }

    public override JobStage Stage => JobStage.Trace;

    protected override bool IsFieldWork => true;

    /// <summary>Valves by the number that stands on the map.</summary>
    public IReadOnlyList<(int Number, SiteFeature Feature)> Valves => [.. Sheet.Job.Features.Where(f => f.Kind == FeatureKind.ControlValve && f.Points.Count > 0).OrderBy(f => f.Id).Select((f, i) => (i + 1, f))];

    public IReadOnlyList<ControlWire> Wires => [.. Sheet.Job.Wires.OrderBy(w => w.Id)];

    public IEnumerable<SiteFeature> Splices => Sheet.Job.Features.Where(f => f.Kind == FeatureKind.Splice && f.Points.Count > 0).OrderBy(f => f.Id);

    public ControlWire? Wire => Sheet.Job.Wires.Find(w => w.Id == WireId);

    public WireMap Map => _map ??= WireMap.Of(
        [.. Wires.Select(w => new TracedWire(w.Id, w.Name, Valves.ToDictionary(v => v.Number, v => StrengthOf(w, v.Feature))))], [.. Valves.Select(v => v.Number)]);

    private WireMap? _map;

    /// <summary>What a circle said that was just typed.</summary>
    public SpliceCircle? Circle { get; private set; }

    /// <summary>What the spread of a coil said that was just typed.</summary>
    public CoilSpread? Coil { get; private set; }

    public override (string Part, object Model)? Lower => Wires.Count > 0 && Valves.Count > 0 ? ("_WireMap", this) : null;

    public static WireStrength StrengthOf(ControlWire wire, SiteFeature valve) => wire.Heard.Find(h => h.FeatureId == valve.Id)?.Strength ?? WireStrength.Unknown;

    /// <summary>One sentence that can be acted on.</summary>
    public string Sentence
    {
        get
        {
            var told = Map.Wires.Count(w => w.Role is WireRole.Common or WireRole.Station);
            return Valves.Count == 0 ? "Say where the valves are: each is where its coil's round response is strongest."
                : Wires.Count == 0 ? "Name the wires at the controller. Put the signal on one after the other, all others lifted, and listen at every valve."
                : Map.Troubles.Count > 0 ? Trouble(Map.Troubles[0])
                : Map.Next is { } next ? $"{told} of {Wires.Count} wires told. Next: the signal on {NameOf(next.Wire)} alone, listen at valve {next.Valve}."
                : $"All {Wires.Count} wires are told{(Map.Common is { } common ? $": {common.Wire.Name} is the common" : "")}.";
        }
    }

    public bool IsSound => Wires.Count > 0 && Map.Troubles.Count == 0 && Map.Next is null;

    public string Trouble(WireTrouble trouble) => trouble.Kind switch
    {
        WireTroubleKind.ValveWithoutWire => $"No wire leads to valve {trouble.Valves[0]}, though all were listened for there: its wire is broken, or one is missing on the list.",
        WireTroubleKind.WireWithoutValve => $"{NameOf(trouble.Wires[0])} reaches no valve: broken on the way, or it leads to a valve that is not on the plan. Follow it to where it ends; circle there.",
        WireTroubleKind.TwoWiresOneValve => $"{Names(trouble.Wires)} lead to valve {trouble.Valves[0]}: one is a spare, or they are joined on the way. Lift both at the controller and test one against the other.",
        WireTroubleKind.SeveralCommons => $"{Names(trouble.Wires)} lead to several valves each: they touch, or a common was joined anew. Lift all at the controller and listen again.",
        WireTroubleKind.PartCommon => $"{NameOf(trouble.Wires[0])} leads to several valves, not to {(trouble.Valves.Count == 1 ? $"valve {trouble.Valves[0]}" : $"valves {string.Join(", ", trouble.Valves)}")}: a common that is broken before {(trouble.Valves.Count == 1 ? "it" : "them")}, or a wire that serves several.",
    };

    public string DepthsText(ControlWire? wire) => wire is null ? "" : string.Join(" ", wire.DepthsMetres.Select(d => LengthText.ForEntry(d, Person.Units).Replace(" ", "", StringComparison.Ordinal)));

    /// <summary>Depths of a wire in a sentence: the shallowest counts.</summary>
    public string DepthsSaid(ControlWire wire) => wire.DepthsMetres.Count switch
    {
        0 => "no depth read",
        1 => $"{Person.Length(wire.DepthsMetres[0])} to its centre, read once",
        var n => $"{Person.Length(wire.DepthsMetres.Min())} to {Person.Length(wire.DepthsMetres.Max())} to its centre in {n} places",
    };

    public string NameOf(int wire) => Wires.FirstOrDefault(w => w.Id == wire)?.Name ?? "";

    private string Names(IReadOnlyList<int> wires) => string.Join(" and ", wires.Select(NameOf));

    /// <summary>A valve, where it was found or in the middle of its coil's spread.</summary>
    public async Task<IActionResult> OnPostValveAsync()
    {
        var reader = Reader();
        var (name, place) = (reader.Text("valveName", 100), reader.Place("valveEast", "valveNorth"));
        double?[] sides = [reader.Length("halfNorth", 0.02, 10), reader.Length("halfEast", 0.02, 10), reader.Length("halfSouth", 0.02, 10), reader.Length("halfWest", 0.02, 10)];
        if (place is null && reader.IsGood)
        {
            reader.Refuse("valveEast", "Say where it is: click the plan, or type east and north.");
        }

        if (reader.IsGood && sides.Any(s => s is not null) && sides.Any(s => s is null))
        {
            reader.Refuse(SideFields[Array.FindIndex(sides, s => s is null)], "Give all four sides, or none.");
        }

        if (reader.IsGood && sides[0] is not null)
        {
            var spread = CoilSpread.Of(place!.Value, sides[0]!.Value, sides[1]!.Value, sides[2]!.Value, sides[3]!.Value);
            reader.Refuse(spread.Errors);
            Coil = spread.IsGood ? spread.Value : null;
            if (Coil is { IsRound: false } && !reader.Ticked("oblong"))
            {
                reader.Refuse("oblong", $"{Person.Length(Coil.AcrossMetres)} from west to east and {Person.Length(Coil.AlongMetres)} from south to north: that is a line, or a line beside a coil, and not a coil alone. Tick to keep it as a valve all the same.");
            }
        }

        if (reader.IsGood && Valves.Count >= MostValves)
        {
            reader.Refuse("valveEast", $"{MostValves} valves are the most on one job.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var middle = Coil?.Middle ?? place!.Value;
        Db.Features.Add(new SiteFeature
        {
            JobId = Id, Kind = FeatureKind.ControlValve, Shape = FeatureShape.Spot, Name = name.Length > 0 ? name : $"valve {Valves.Count + 1}", Points = [new(Math.Round(middle.East, 3), Math.Round(middle.North, 3))],
            DoubtMetres = Coil is { } c ? Math.Max(0.1, Math.Round(c.HalfWidthMetres, 2)) : 0.3, PlacedBy = Visitor.Name, PlacedAt = clock.Moment,
            Note = Coil is null ? "" : $"Coil's response {Person.Length(Coil.AcrossMetres)} by {Person.Length(Coil.AlongMetres)} at half strength.",
        });
        await SaveAsync();
        return Done();
    }

    /// <summary>A wire, and how it is heard at the valves.</summary>
    public async Task<IActionResult> OnPostWireAsync()
    {
        var reader = Reader();
        var (name, note) = (reader.Text("wireName", 60, required: true), reader.Text("wireNote", 300));
        var depths = reader.Lengths("wireDepths", ReadingRules.Depth.Least, ReadingRules.Depth.Most);
        if (depths.Count > MostDepths)
        {
            reader.Refuse("wireDepths", $"{MostDepths} depths are the most.");
        }

        var heard = Valves.Select(v => new WireHeard(v.Feature.Id, reader.Choice($"heard{v.Feature.Id}", WireStrength.Unknown))).Where(h => h.Strength != WireStrength.Unknown).ToList();
        if (reader.IsGood && Wire is null && Wires.Count >= MostWires)
        {
            reader.Refuse("wireName", $"{MostWires} wires are the most on one job.");
        }

        if (reader.IsGood && Wires.Any(w => w.Id != Wire?.Id && string.Equals(w.Name, name, StringComparison.OrdinalIgnoreCase)))
        {
            reader.Refuse("wireName", "There is a wire of this name already.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var kept = await Db.Wires.SingleOrDefaultAsync(w => w.Id == WireId && w.JobId == Id) ?? Db.Wires.Add(new ControlWire { JobId = Id, Name = name }).Entity;
        (kept.Name, kept.Note, kept.DepthsMetres) = (name, note, depths);
        if (!kept.Heard.SequenceEqual(heard))
        {
            kept.Heard = heard;
        }

        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostRemoveWireAsync()
    {
        if (await Db.Wires.SingleOrDefaultAsync(w => w.Id == WireId && w.JobId == Id) is { } wire)
        {
            Db.Wires.Remove(wire);
            await SaveAsync();
        }

        return Done();
    }

    /// <summary>What a circle says; kept as a splice when asked for.</summary>
    public async Task<IActionResult> OnPostCircleAsync()
    {
        var reader = Reader();
        var middle = reader.Place("circleEast", "circleNorth");
        var ways = Ways(reader);
        var depth = reader.Length("spliceDepth", ReadingRules.Depth);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Circle = SpliceCircle.Of(ways);
        if (!reader.Ticked("keep"))
        {
            return Refused([]);
        }

        if (middle is null)
        {
            reader.Refuse("circleEast", "Say where the middle of the circle is: click the plan, or type east and north.");
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature
        {
            JobId = Id, Kind = FeatureKind.Splice, Shape = FeatureShape.Spot, Name = $"splice {Splices.Count() + 1}", Points = [middle.Value], DoubtMetres = SpliceCircle.UsualRadiusMetres / 2, DepthMetres = depth,
            PlacedBy = Visitor.Name, PlacedAt = clock.Moment, Note = WireWords.Splice(Circle) is { Length: > 500 } long_ ? long_[..500] : WireWords.Splice(Circle),
        });
        await SaveAsync();
        return Done();
    }

    private static List<SpliceWay> Ways(Forms.FormReader reader)
    {
        var ways = new List<SpliceWay>();
        foreach (var line in reader.Text("ways", 600).ReplaceLineEndings("\n").Split(['\n', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var parts = line.Split([' ', ';', '\t'], StringSplitOptions.RemoveEmptyEntries);
            double level = 0;
            if (parts.Length is 0 or > 2 || !double.TryParse(parts[0].TrimEnd('°'), NumberStyles.Float, CultureInfo.InvariantCulture, out var degrees) || degrees is not (>= -360 and <= 360)
                || (parts.Length == 2 && !(double.TryParse(parts[1], NumberStyles.Float, CultureInfo.InvariantCulture, out level) && ReadingRules.Response.Hold(level))))
            {
                reader.Refuse("ways", $"“{line}” is no response on the circle. Give its direction from the middle in degrees from north, then its strength if read: 90 12.");
                return [];
            }

            ways.Add(new SpliceWay(Azimuth.Of(degrees), parts.Length == 2 ? level : null));
        }

        if (ways.Count > MostWays)
        {
            reader.Refuse("ways", $"{MostWays} responses are the most on one circle.");
        }

        return ways;
    }
}
