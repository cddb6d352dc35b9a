using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>What a placed feature suggests.</summary>
/// <param name="Utilities">Likely utilities, the likeliest first.</param>
/// <param name="Connections">Ways to put a signal on here.</param>
/// <param name="Along">Direction in which the line probably leaves, either way; null when nothing tells.</param>
/// <param name="Code">Why, as a stable word: <c>scar</c>, <c>square-to-kerb</c>, <c>along-record</c>, <c>from-old-place</c>.</param>
public sealed record Clue(IReadOnlyList<UtilityKind> Utilities, IReadOnlyList<Connection> Connections, Azimuth? Along, string Code)
{
    /// <summary>A record line or a kerb farther away than this says nothing about a feature.</summary>
    private const double NearMetres = 12;

    /// <summary>What a thing tells of what is below.</summary>
    public static Clue Of(Placed placed, IReadOnlyList<Run> kerbs, IReadOnlyList<(UtilityKind Kind, Run Run)> records)
    {
        var utilities = placed.Utility is { } known ? [known] : Likely(placed.Kind, placed.Material);
        var (azimuth, code) = Direction(placed, utilities, kerbs, records);
        return new Clue(utilities, Ways(placed.Kind, placed.Material, utilities), azimuth, code);
    }

    private static (Azimuth? Along, string Code) Direction(
        Placed placed, IReadOnlyList<UtilityKind> utilities, IReadOnlyList<Run> kerbs, IReadOnlyList<(UtilityKind Kind, Run Run)> records)
    {
        if (placed.Points.Count >= 2 && placed.Kind is FeatureKind.Scar or FeatureKind.OldPaint && placed.Points[0].DistanceTo(placed.Points[^1]) > 0.1)
        {
            return ((placed.Points[^1] - placed.Points[0]).Azimuth, "scar");
        }

        if (placed.Was is { } was && was.DistanceTo(placed.Place) > 0.3)
        {
            return ((was - placed.Place).Azimuth, "from-old-place");
        }

        // A service leaves its meter or riser square to the street; mains fittings sit along their main.
        if (placed.Kind is FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Light && Nearest(kerbs, placed.Place) is { } kerb)
        {
            return (Square(kerb, placed.Place), "square-to-kerb");
        }

        var near = records.Where(r => utilities.Contains(r.Kind)).Select(r => r.Run).ToList();
        if (Nearest(near, placed.Place) is { } record)
        {
            return (record.DirectionAt(record.Project(placed.Place).ChainageMetres).Azimuth, "along-record");
        }

        return Nearest(kerbs, placed.Place) is { } street && placed.SitsOnLine
            ? (street.DirectionAt(street.Project(placed.Place).ChainageMetres).Azimuth, "along-kerb")
            : (null, "none");
    }

    private static Azimuth Square(Run kerb, SitePoint from) => (kerb.Project(from).Foot - from) is { Length: > 0.05 } across
        ? across.Azimuth
        : kerb.DirectionAt(kerb.Project(from).ChainageMetres).Right.Azimuth;

    private static Run? Nearest(IReadOnlyList<Run> runs, SitePoint place) => runs
        .Select(r => (Run: r, Away: r.Project(place).Foot.DistanceTo(place)))
        .Where(r => r.Away <= NearMetres)
        .OrderBy(r => r.Away)
        .Select(r => r.Run)
        .FirstOrDefault();

    private static IReadOnlyList<UtilityKind> Likely(FeatureKind kind, string material)
    {
        var made = Material.Of(material);
        return kind switch
        {
            FeatureKind.Hydrant => [UtilityKind.Water],
            FeatureKind.Valve => [UtilityKind.Water, UtilityKind.Gas],
            FeatureKind.Meter => [UtilityKind.Water, UtilityKind.Gas, UtilityKind.Electric],
            FeatureKind.Riser when made.IsPlastic || made.Substances.Contains(Substance.Steel) => [UtilityKind.Gas, UtilityKind.Electric],
            FeatureKind.Riser => [UtilityKind.Gas, UtilityKind.Electric, UtilityKind.Communications],
            FeatureKind.Cabinet => [UtilityKind.Communications, UtilityKind.Electric],
            FeatureKind.Pole => [UtilityKind.Communications, UtilityKind.Electric],
            FeatureKind.Light or FeatureKind.Sign => [UtilityKind.Electric],
            FeatureKind.Chamber or FeatureKind.LostChamber => [UtilityKind.Communications, UtilityKind.Sewer],
            FeatureKind.Box => [UtilityKind.Communications, UtilityKind.Water],
            FeatureKind.Pit => [UtilityKind.Sewer, UtilityKind.Water],
            FeatureKind.Dip => [UtilityKind.Sewer, UtilityKind.Water],
            FeatureKind.ControlValve or FeatureKind.Splice => [UtilityKind.Reclaimed, UtilityKind.Water],
            FeatureKind.Ground or FeatureKind.Kerb or FeatureKind.Boundary or FeatureKind.Scar or FeatureKind.OldPaint or FeatureKind.Marker or FeatureKind.BuriedMarker or FeatureKind.Tree => [UtilityKind.Unknown],
        };
    }

    private static IReadOnlyList<Connection> Ways(FeatureKind kind, string material, IReadOnlyList<UtilityKind> utilities)
    {
        var electric = utilities.Count > 0 && utilities[0] == UtilityKind.Electric;
        var plastic = Material.Of(material).IsPlastic;
        return kind switch
        {
            // Never a direct connection to what is live or may be.
            FeatureKind.Cabinet or FeatureKind.Pole or FeatureKind.Light or FeatureKind.Sign or FeatureKind.ControlValve => [Connection.Clamp],
            FeatureKind.Riser or FeatureKind.Meter when electric => [Connection.Clamp],
            FeatureKind.Riser or FeatureKind.Meter or FeatureKind.Valve when plastic => [Connection.TracerWire],
            FeatureKind.Hydrant or FeatureKind.Valve or FeatureKind.Meter or FeatureKind.Riser => [Connection.Direct, Connection.TracerWire],
            FeatureKind.Chamber or FeatureKind.Box => [Connection.Clamp, Connection.TracerWire, Connection.Sonde],
            FeatureKind.Pit => [Connection.Sonde],
            FeatureKind.Ground or FeatureKind.Kerb or FeatureKind.Boundary or FeatureKind.Scar or FeatureKind.Dip or FeatureKind.OldPaint
                or FeatureKind.Marker or FeatureKind.BuriedMarker or FeatureKind.Splice or FeatureKind.LostChamber or FeatureKind.Tree => [Connection.None],
        };
    }
}
