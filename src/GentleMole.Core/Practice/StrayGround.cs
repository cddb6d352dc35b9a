using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Practice;

/// <summary>
/// SIMULATED. Hides a ground under a supposed one: lines lie near where the sheet supposes them but not there, in soil that
/// differs, and something may lie beside the target that nobody drew. A seed makes the same ground again.
/// </summary>
public static class StrayGround
{
    private const double CornerMetres = 4;
    private const double StrayMetres = 0.35;

    /// <summary>What really lies under a supposed ground.</summary>
    public static HiddenGround Under(SupposedGround supposed, string target, int seed)
    {
        var random = new Random(seed);
        var lines = supposed.Lines.Select(l => Strayed(l, random)).ToList();
        var soil = new SoilGround(supposed.Soil.ResistivityOhmMetres * Between(random, 0.6, 1.6));
        var bonds = supposed.Bonds.ToList();
        if (random.NextDouble() < 0.5 && lines.Find(l => l.Id == target && l.Conductor is not null) is { } line)
        {
            var (stranger, bond) = Stranger(line, random);
            lines.Add(stranger);
            bonds.Add(bond);
        }

        return new HiddenGround(soil, [.. lines.Select(BuriedLine.Level)], bonds, supposed.Joints);
    }

    /// <summary>The same ground with a live cable across an area that is on no sheet: for whoever sweeps it.</summary>
    public static HiddenGround WithCableAcross(this HiddenGround ground, IReadOnlyList<SitePoint> area, int seed)
    {
        var random = new Random(seed);
        var (west, east) = (area.Min(p => p.East), area.Max(p => p.East));
        var (south, north) = (area.Min(p => p.North), area.Max(p => p.North));
        var middle = new SitePoint(west + ((east - west) * Between(random, 0.35, 0.65)), south + ((north - south) * Between(random, 0.35, 0.65)));
        var half = Azimuth.Of(Between(random, 0, 180)).Direction * (0.6 * new SitePoint(east - west, north - south).Length);
        var cable = new SupposedLine(
            CableId, "not on the sheet", UtilityKind.Unknown, [middle - half, middle + half], new Depth(Between(random, 0.5, 0.8)), LineBuild.Tracer,
            new SupposedEnd(EndSupposed.Earthed, 20), new SupposedEnd(EndSupposed.Earthed, 8), CableMilliamps);
        return ground with { Lines = [.. ground.Lines, BuriedLine.Level(cable)] };
    }

    /// <summary>Name of the cable across.</summary>
    public const string CableId = "cable-across";

    private const double CableMilliamps = 80;

    /// <summary>A shallow cable beside the target over part of its way, bonded to it at the end.</summary>
    private static (SupposedLine Line, SupposedBond Bond) Stranger(SupposedLine target, Random random)
    {
        var (from, to) = (target.Run.Length * Between(random, 0.3, 0.5), target.Run.Length * Between(random, 0.7, 0.95));
        var side = Between(random, 1.0, 1.8) * (random.Next(2) == 0 ? 1 : -1);
        var points = Enumerable.Range(0, 6).Select(i => target.Run.At(from + ((to - from) * i / 5), side)).ToList();
        var stranger = new SupposedLine(
            "stranger", "not on the sheet", UtilityKind.Unknown, points, new Depth(Between(random, 0.4, 0.6)), LineBuild.Tracer,
            new SupposedEnd(EndSupposed.Earthed, 30), new SupposedEnd(EndSupposed.Open));
        return (stranger, new SupposedBond(target.Id, to, stranger.Id, stranger.Run.Length, 2));
    }

    private static SupposedLine Strayed(SupposedLine line, Random random)
    {
        var (phase, waves) = (Between(random, 0, 2 * Math.PI), Between(random, 12, 30));
        var (shift, sway) = (Between(random, -StrayMetres, StrayMetres), Between(random, 0, StrayMetres / 2));
        var corners = Math.Max(1, (int)(line.Run.Length / CornerMetres));
        var points = Enumerable.Range(0, corners + 1).Select(i => line.Run.Length * i / corners)
            .Select(s => line.Run.At(s, shift + (sway * Math.Sin((2 * Math.PI * s / waves) + phase)))).ToList();
        return new SupposedLine(
            line.Id, line.Name, line.Kind, points, new Depth(line.Depth.Metres * Between(random, 0.88, 1.15)), line.Conductor, line.Start, line.End, line.NetMilliamps);
    }

    private static double Between(Random random, double low, double high) => low + ((high - low) * random.NextDouble());
}
