using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;

namespace GentleMole.Web.Words;

/// <summary>Words for the walk over the site.</summary>
internal static class WalkWords
{
    public static string Kind(FeatureKind kind) => kind switch
    {
        FeatureKind.Ground => "thing on the plan",
        FeatureKind.Kerb => "kerb",
        FeatureKind.Boundary => "boundary",
        FeatureKind.Light => "lamp column",
        FeatureKind.Sign => "lit sign",
        FeatureKind.Scar => "patch or trench scar",
        FeatureKind.OldPaint => "old paint",
        FeatureKind.Marker => "permanent marker",
        FeatureKind.LostChamber => "chamber by the plan, not seen",
        FeatureKind.Box => "box",
        FeatureKind.ControlValve => "control valve",
        FeatureKind.Splice => "splice of wires",
        FeatureKind.BuriedMarker => "buried electronic marker",
        FeatureKind.Pole => "pole with a drop",
        FeatureKind.Chamber or FeatureKind.Valve or FeatureKind.Hydrant or FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Cabinet
            or FeatureKind.Pit or FeatureKind.Dip or FeatureKind.Tree => kind.ToString().ToLowerInvariant(),
    };

    /// <summary>Two letters that stand on the plan; empty for what only helps to read it.</summary>
    public static string Tag(FeatureKind kind) => kind switch
    {
        FeatureKind.Chamber => "Ch",
        FeatureKind.Box => "Bx",
        FeatureKind.Valve => "Va",
        FeatureKind.Hydrant => "Hy",
        FeatureKind.Meter => "Me",
        FeatureKind.Riser => "Ri",
        FeatureKind.Cabinet => "Ca",
        FeatureKind.Pole => "Po",
        FeatureKind.Light => "La",
        FeatureKind.Sign => "Si",
        FeatureKind.Pit => "Pi",
        FeatureKind.Scar => "Sc",
        FeatureKind.Dip => "Di",
        FeatureKind.OldPaint => "Op",
        FeatureKind.Marker => "Ma",
        FeatureKind.LostChamber => "Ch?",
        FeatureKind.ControlValve => "Cv",
        FeatureKind.Splice => "Sp",
        FeatureKind.BuriedMarker => "Em",
        FeatureKind.Tree => "Tr",
        FeatureKind.Ground or FeatureKind.Kerb or FeatureKind.Boundary => "",
    };

    public static string Condition(SiteConditions condition) => condition switch
    {
        SiteConditions.Rail => "rail near by",
        SiteConditions.Height => "work at height",
        SiteConditions.Alone => "one person alone",
        SiteConditions.Water => "water near by",
        SiteConditions.None => "",
    };

    /// <summary>What a caution asks of the person.</summary>
    public static (string Name, string Say) Caution(SiteCaution caution) => caution switch
    {
        SiteCaution.Self => ("Yourself", "Vest, boots, gloves, glasses. Somebody knows where you are. Stop when you are not sure."),
        SiteCaution.Carriageway => ("Carriageway", "Cones and signs by the lane closure plan before anybody steps off the kerb. Two people: one works, one watches."),
        SiteCaution.Chamber => ("Chambers", "Never enter one without the confined-space routine: gas test, second person, way out. Lift covers with the right tool."),
        SiteCaution.LiveEquipment => ("Live equipment", "Do not open, touch or connect to what is live or may be. Clamp only, by the firm's safety rules."),
        SiteCaution.Gas => ("Gas", "No flame, no spark, transmitter off while leads are handled. Smell gas: leave, keep people away, call the owner."),
        SiteCaution.Rail => ("Rail", "No step inside the fence without the railway's permit and lookout. Rails and their earths carry signal and return current."),
        SiteCaution.Height => ("Height", "No work above ground without the right access and a second person."),
        SiteCaution.Water => ("Water", "Keep back from the edge; life jacket and second person where the bank is steep."),
        SiteCaution.LoneWork => ("Alone", "Call in at the times agreed. Nothing in carriageways, chambers or at height alone."),
        SiteCaution.AsbestosCement => ("Asbestos cement", "Pipes or ducts of asbestos cement are on the plans. Do not break, saw or drill them; report damage and keep away from dust."),
        SiteCaution.ShallowAtStake => ("The stake", "Before driving the stake: nothing shallow underneath? Look at plans and marks, sweep the spot, wear gloves."),
    };

    public static string Connection(Connection way) => way switch
    {
        Core.Site.Connection.Direct => "direct connection, once tested dead",
        Core.Site.Connection.Clamp => "clamp",
        Core.Site.Connection.TracerWire => "tracer wire",
        Core.Site.Connection.Sonde => "sonde",
        Core.Site.Connection.None => "",
    };

    /// <summary>What a feature suggests, in a sentence.</summary>
    public static string Clue(Clue clue)
    {
        var kinds = clue.Utilities.Where(u => u != UtilityKind.Unknown).Select(LineWords.Kind).ToList();
        var what = kinds.Count == 0 ? "Something was dug here" : "Likely " + string.Join(" or ", kinds);
        var ways = clue.Connections.Select(Connection).Where(w => w.Length > 0).ToList();
        var way = ways.Count > 0 ? $"; connect by {string.Join(", then ", ways)}" : "; no connection here";
        var direction = clue.Along is { } azimuth ? $". Look {Toward(azimuth)}: {Because(clue.Code)}" : "";
        return what + way + direction + ".";
    }

    /// <summary>A direction both ways: "north and south".</summary>
    public static string Toward(Azimuth azimuth)
    {
        string[] pairs = ["north and south", "north-east and south-west", "east and west", "south-east and north-west"];
        return pairs[azimuth.Wind(8) % 4];
    }

    public static string Question(RecordQuestion question, Person person) =>
        $"{person.Length(question.DistanceMetres)} from the record line; both doubts together explain {person.Length(question.AllowedMetres)}.";

    private static string Because(string code) => code switch
    {
        "scar" => "the scar runs that way",
        "from-old-place" => "it used to stand there, and the service may still lead to that place",
        "square-to-kerb" => "services leave square to the street",
        "along-record" => "the record runs that way",
        _ => "along the street",
    };
}
