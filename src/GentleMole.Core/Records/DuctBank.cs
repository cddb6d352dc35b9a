using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Records;

/// <summary>
/// A bank of ducts, read from a short notation: <c>rows x columns material bore</c>, e.g. <c>2x3 PVC 100</c>; with a stroke
/// where the outside diameter is known, <c>2x3 PVC 110/100</c>; <c>@40</c> for the clear space between ducts in millimetres;
/// <c>+</c> for a group beside it. Millimetres throughout.
/// </summary>
public sealed partial record DuctBank(IReadOnlyList<DuctGroup> Groups, double ClearMetres)
{
    /// <summary>Clear space between ducts when the plan does not say.</summary>
    public const double UsualClear = 0.03;

    /// <summary>Walls by material, millimetres, when the plan gives the bore alone.</summary>
    private static readonly Dictionary<string, double> Walls = new(StringComparer.OrdinalIgnoreCase)
    {
        ["PVC"] = 5, ["PE"] = 6, ["HDPE"] = 6, ["clay"] = 16, ["AC"] = 11, ["asbestos-cement"] = 11, ["steel"] = 4, ["iron"] = 9, ["concrete"] = 20,
    };

    [GeneratedRegex(@"^(\d{1,2})\s*[x×*]\s*(\d{1,2})\s+([A-Za-z][A-Za-z-]*)\s+(\d{1,4}(?:\.\d+)?)(?:\s*/\s*(\d{1,4}(?:\.\d+)?))?$")]
    private static partial Regex Shape();

    [GeneratedRegex(@"\s*@\s*(\d{1,3}(?:\.\d+)?)")]
    private static partial Regex Clear();

    /// <summary>Ducts in all.</summary>
    public int Count => Groups.Sum(g => g.Rows * g.Columns);

    /// <summary>Width of the envelope: the outermost edges of the ducts.</summary>
    public double WidthMetres => Groups.Sum(WidthOf) + (ClearMetres * (Groups.Count - 1));

    /// <summary>Height of its envelope.</summary>
    public double HeightMetres => Groups.Max(HeightOf);

    /// <summary>Some of it is asbestos cement.</summary>
    public bool IsAsbestosCement => Groups.Any(g => g.Material.Equals("AC", StringComparison.OrdinalIgnoreCase)
        || g.Material.Contains("asbestos", StringComparison.OrdinalIgnoreCase));

    /// <summary>Every duct in section; groups stand on a common bottom.</summary>
    public IEnumerable<DuctPlace> Ducts
    {
        get
        {
            var left = 0.0;
            foreach (var group in Groups)
            {
                var pitch = group.OutsideMetres + ClearMetres;
                var top = HeightMetres - HeightOf(group);
                for (var row = 0; row < group.Rows; row++)
                {
                    for (var column = 0; column < group.Columns; column++)
                    {
                        yield return new DuctPlace(
                            left + (column * pitch) + (group.OutsideMetres / 2), top + (row * pitch) + (group.OutsideMetres / 2), group.OutsideMetres / 2);
                    }
                }

                left += WidthOf(group) + ClearMetres;
            }
        }
    }

    /// <summary>Reads the short notation: rows x columns, material, bore, with + between groups.</summary>
    public static Result<DuctBank> Parse(string text, string field)
    {
        var clear = UsualClear;
        var body = text.Trim();
        if (Clear().Match(body) is { Success: true } spaced)
        {
            clear = Number(spaced.Groups[1].Value) / 1000;
            body = body.Remove(spaced.Index, spaced.Length).Trim();
        }

        var groups = new List<DuctGroup>();
        foreach (var part in body.Split('+', StringSplitOptions.TrimEntries))
        {
            var match = Shape().Match(part);
            if (!match.Success)
            {
                return new FieldError(field, $"“{part}” is not a duct bank. Write rows x columns, material and bore in millimetres, like 2x3 PVC 100 or 2x3 PVC 110/100.");
            }

            var material = match.Groups[3].Value;
            var (rows, columns) = (int.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture), int.Parse(match.Groups[2].Value, CultureInfo.InvariantCulture));
            var first = Number(match.Groups[4].Value);
            var bore = match.Groups[5].Success ? Number(match.Groups[5].Value) : first;
            var outside = match.Groups[5].Success ? first : first + (2 * Walls.GetValueOrDefault(material, first * 0.05));
            if (rows == 0 || columns == 0 || rows * columns > 200)
            {
                return new FieldError(field, $"“{part}” has {rows * columns} ducts; a bank has 1 to 200.");
            }

            if (bore < 5 || outside > 2000 || outside <= bore)
            {
                return new FieldError(field, $"“{part}”: the outside diameter must be larger than the bore, between 5 and 2000 mm.");
            }

            groups.Add(new DuctGroup(rows, columns, material, outside / 1000, bore / 1000));
        }

        return new DuctBank(groups, clear);
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private double WidthOf(DuctGroup g) => (g.Columns * g.OutsideMetres) + ((g.Columns - 1) * ClearMetres);

    private double HeightOf(DuctGroup g) => (g.Rows * g.OutsideMetres) + ((g.Rows - 1) * ClearMetres);
}
