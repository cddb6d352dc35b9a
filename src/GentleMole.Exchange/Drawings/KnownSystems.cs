using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Exchange.Drawings;

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
