using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// A coordinate system of a country or region with the shift of its datum to WGS84. The figures are those of the EPSG
/// dataset; a national grid laid without its shift lies 60 to 340 m off and looks right.
/// </summary>
/// <param name="AccuracyMetres">How well the shift fits, by the dataset.</param>
/// <param name="Operation">EPSG number of the shift; 0 where none is needed.</param>
/// <param name="Shift">Three translations (m), three rotations (arc seconds, position vector), scale (ppm).</param>
/// <param name="DatumNames">Names under which files call its datum, in small letters and digits.</param>
/// <param name="Definition">WKT 1 without a shift.</param>
internal sealed record KnownSystem(
    int Epsg, double AccuracyMetres, int Operation, IReadOnlyList<double> Shift, IReadOnlyList<string> DatumNames, string Definition)
{
    public string Name => Definition.Split('"', 3)[1];

    public bool IsShifted => Shift.Any(s => s != 0);

    /// <summary>The definition with its shift, as WKT 1 writes it.</summary>
    public string WithShift => Wkt.WithShift(Definition, Shift);
}

/// <summary>The systems that ship with the application, read when the first is asked for.</summary>
internal static class KnownSystems
{
    private static readonly Lazy<IReadOnlyDictionary<int, KnownSystem>> Table = new(Read);

    private static readonly Lazy<ILookup<string, KnownSystem>> ByDatum = new(() =>
        Table.Value.Values.SelectMany(s => s.DatumNames.Select(n => (Name: n, System: s))).ToLookup(n => n.Name, n => n.System));

    public static IEnumerable<KnownSystem> All => Table.Value.Values;

    public static KnownSystem? Find(int epsg) => Table.Value.GetValueOrDefault(epsg);

    /// <summary>
    /// The shift of a datum that a file calls by name: the one that all its systems share, else the one that fits worst and
    /// says so; null when no system here has that datum.
    /// </summary>
    public static KnownSystem? OfDatum(string datum) => ByDatum.Value[Wkt.PlainName(datum)].OrderByDescending(s => s.AccuracyMetres).FirstOrDefault();

    private static Dictionary<int, KnownSystem> Read()
    {
        using var resource = typeof(KnownSystems).Assembly.GetManifestResourceStream("coordinate-systems.txt")!;
        using var reader = new StreamReader(resource);
        var systems = new Dictionary<int, KnownSystem>();
        while (reader.ReadLine() is { } line)
        {
            var parts = line.Split('|', 6);
            systems[int.Parse(parts[0], CultureInfo.InvariantCulture)] = new KnownSystem(
                int.Parse(parts[0], CultureInfo.InvariantCulture),
                double.Parse(parts[1], CultureInfo.InvariantCulture),
                int.Parse(parts[2], CultureInfo.InvariantCulture),
                [.. parts[3].Split(' ').Select(n => double.Parse(n, CultureInfo.InvariantCulture))],
                parts[4].Split(' '),
                parts[5]);
        }

        return systems;
    }
}

/// <summary>The little of well-known text that must be understood before the library reads it.</summary>
internal static partial class Wkt
{
    [GeneratedRegex("DATUM\\[\\s*\"(?<name>[^\"]+)\"", RegexOptions.IgnoreCase)]
    private static partial Regex DatumName();

    [GeneratedRegex("TOWGS84\\[(?<shift>[^\\]]*)\\]", RegexOptions.IgnoreCase)]
    private static partial Regex OwnShift();

    [GeneratedRegex("(?:AUTHORITY\\[\\s*\"EPSG\"\\s*,\\s*\"?|ID\\[\\s*\"EPSG\"\\s*,\\s*)(?<code>\\d+)\"?\\s*\\]\\s*\\]\\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex OwnCode();

    [GeneratedRegex("SPHEROID\\[[^\\[\\]]*(?:\\[[^\\]]*\\][^\\[\\]]*)*\\]", RegexOptions.IgnoreCase)]
    private static partial Regex Spheroid();

    /// <summary>EPSG number of the whole definition, where it says one.</summary>
    public static int? CodeOf(string wkt) => OwnCode().Match(wkt) is { Success: true } found && int.TryParse(found.Groups["code"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var code) ? code : null;

    public static string? DatumOf(string wkt) => DatumName().Match(wkt) is { Success: true } found ? found.Groups["name"].Value : null;

    /// <summary>True when the definition carries a shift of its own that is one.</summary>
    public static bool HasShift(string wkt) => OwnShift().Match(wkt) is { Success: true } found && found.Groups["shift"].ValueSpan.IndexOfAnyInRange('1', '9') >= 0;

    public static string WithShift(string wkt, IReadOnlyList<double> shift)
    {
        var text = ",TOWGS84[" + string.Join(',', shift.Select(s => s.ToString("R", CultureInfo.InvariantCulture))) + "]";
        return Spheroid().Replace(OwnShift().Replace(wkt, "").Replace(",,", ",", StringComparison.Ordinal), match => match.Value + text, 1);
    }

    /// <summary>A name as it is compared: without the mark that some writers put before it, small letters and digits alone.</summary>
    public static string PlainName(string name) =>
        new([.. (name.StartsWith("D_", StringComparison.Ordinal) ? name[2..] : name).ToLowerInvariant().Where(c => char.IsAsciiLetterOrDigit(c) || c == '+')]);
}
