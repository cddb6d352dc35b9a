using System.Text.RegularExpressions;

namespace GentleMole.Core.Lines;

/// <summary>
/// A material as people write it (<c>ductile iron</c>, <c>63 PE</c>, <c>uPVC with tracer</c>, <c>PE-coated steel</c>), read
/// word by word: a word means something or nothing, parts of words mean nothing (there is a PE in copper and in pipe).
/// </summary>
public sealed partial record Material
{
    private static readonly Dictionary<string, Substance> Words = new(StringComparer.OrdinalIgnoreCase)
    {
        ["plastic"] = Substance.Plastic, ["poly"] = Substance.Plastic, ["polyethylene"] = Substance.Plastic, ["polythene"] = Substance.Plastic,
        ["polypropylene"] = Substance.Plastic, ["polybutylene"] = Substance.Plastic, ["alkathene"] = Substance.Plastic, ["PE"] = Substance.Plastic,
        ["PEX"] = Substance.Plastic, ["HDPE"] = Substance.Plastic, ["MDPE"] = Substance.Plastic, ["LDPE"] = Substance.Plastic, ["HPPE"] = Substance.Plastic,
        ["PVC"] = Substance.Plastic, ["uPVC"] = Substance.Plastic, ["PVCu"] = Substance.Plastic, ["mPVC"] = Substance.Plastic, ["oPVC"] = Substance.Plastic,
        ["PP"] = Substance.Plastic, ["ABS"] = Substance.Plastic, ["GRP"] = Substance.Plastic, ["fibreglass"] = Substance.Plastic, ["fiberglass"] = Substance.Plastic,
        ["clay"] = Substance.Clay, ["vitrified"] = Substance.Clay, ["earthenware"] = Substance.Clay, ["stoneware"] = Substance.Clay, ["VC"] = Substance.Clay,
        ["VCP"] = Substance.Clay, ["brick"] = Substance.Clay,
        ["concrete"] = Substance.Concrete, ["asbestos"] = Substance.AsbestosCement,
        ["iron"] = Substance.Iron, ["ductile"] = Substance.Iron, ["cast"] = Substance.Iron, ["spun"] = Substance.Iron,
        ["steel"] = Substance.Steel, ["galvanised"] = Substance.Steel, ["galvanized"] = Substance.Steel, ["stainless"] = Substance.Steel,
        ["copper"] = Substance.Copper, ["lead"] = Substance.Lead, ["PILC"] = Substance.Lead, ["PILCSWA"] = Substance.Lead, ["brass"] = Substance.Brass,
        ["aluminium"] = Substance.Aluminium, ["aluminum"] = Substance.Aluminium, ["XLPE"] = Substance.Aluminium, ["coax"] = Substance.Copper,
        ["armour"] = Substance.Armour, ["armor"] = Substance.Armour, ["armoured"] = Substance.Armour, ["armored"] = Substance.Armour, ["SWA"] = Substance.Armour,
    };

    /// <summary>Short forms that are only meant when they are written in capitals: "al" and "st" also end streets.</summary>
    private static readonly Dictionary<string, Substance> Capitals = new(StringComparer.Ordinal)
    {
        ["AC"] = Substance.AsbestosCement, ["CI"] = Substance.Iron, ["DI"] = Substance.Iron, ["SI"] = Substance.Iron, ["ST"] = Substance.Steel,
        ["GI"] = Substance.Steel, ["CU"] = Substance.Copper, ["PB"] = Substance.Lead, ["AL"] = Substance.Aluminium, ["RC"] = Substance.Concrete,
    };

    private static readonly HashSet<string> Tracers = new(["tracer", "tracers", "tracewire", "tracerwire"], StringComparer.OrdinalIgnoreCase);

    private Material(string text, IReadOnlyList<Substance> substances, bool hasTracer, bool isBare) =>
        (Text, Substances, HasTracer, IsBare) = (text, substances, hasTracer, isBare);

    /// <summary>As it was written.</summary>
    public string Text { get; }

    /// <summary>What it names, each once, in the order written; empty when nothing is known.</summary>
    public IReadOnlyList<Substance> Substances { get; }

    /// <summary>A wire lies with it for finding it.</summary>
    public bool HasTracer { get; }

    /// <summary>It says that there is no coat.</summary>
    public bool IsBare { get; }

    /// <summary>A plastic pipe or duct; plastic round a metal does not make it one.</summary>
    public bool IsPlastic => Substances.Contains(Substance.Plastic) && !HasMetal;

    /// <summary>True when it names a metal that goes along the line.</summary>
    public bool HasMetal => Substances.Any(s => s is Substance.Iron or Substance.Steel or Substance.Copper or Substance.Lead or Substance.Aluminium or Substance.Armour);

    /// <summary>
    /// True for plastic, clay, concrete and asbestos cement without a tracer: nothing that a signal can be put on. What is not
    /// known counts as metal.
    /// </summary>
    public bool CarriesNothing => Substances.Count > 0 && !HasMetal && !HasTracer && !Substances.All(s => s == Substance.Brass);

    [GeneratedRegex("[A-Za-z]+")]
    private static partial Regex WordShape();

    [GeneratedRegex(@"\b(no|without|w/o|not?\s+any)\s+(trac(er|ing|e)\w*|wire)", RegexOptions.IgnoreCase)]
    private static partial Regex NoTracer();

    [GeneratedRegex(@"\btrac(e|ing)[\s-]+wires?\b", RegexOptions.IgnoreCase)]
    private static partial Regex TracingWire();

    /// <summary>Reads a material as people write it; empty for nothing.</summary>
    public static Material Of(string? text)
    {
        var written = (text ?? "").Trim();
        var words = WordShape().Matches(written).Select(m => m.Value).ToList();
        var substances = words
            .Select(w => Words.TryGetValue(w, out var known) ? known : Capitals.TryGetValue(w, out var shortForm) ? shortForm : (Substance?)null)
            .OfType<Substance>().Distinct().ToList();
        return new Material(
            written, substances, (words.Exists(Tracers.Contains) || TracingWire().IsMatch(written)) && !NoTracer().IsMatch(written),
            words.Exists(w => w.Equals("bare", StringComparison.OrdinalIgnoreCase)));
    }

    /// <summary>Alike when the words are.</summary>
    public bool Equals(Material? other) => Text == other?.Text;

    /// <inheritdoc/>
    public override int GetHashCode() => Text.GetHashCode(StringComparison.Ordinal);

    /// <summary>As it was written.</summary>
    public override string ToString() => Text;
}
