using GentleMole.Core.Measures;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Core.Marking;

/// <summary>What is painted beside a line.</summary>
public static class MarkLabel
{
    /// <summary>
    /// Letter, owner's letters, size and material, depth to the centre with its ±, and the date of the reading, since cover
    /// changes; e.g. <c>G TG 63 PE  d 0.64 ±0.08 m  23 Nov 26</c>.
    /// </summary>
    /// <param name="sign">The letters of the utility, as the place wants them.</param>
    /// <param name="ducts">How many ducts lie there; 0 where nobody has said it.</param>
    public static string Compose(
        string sign, string owner, double? outsideDiameterMetres, string? material, int ducts, Estimate? depth, LocalDate readOn, UnitSystem units)
    {
        var parts = new List<string> { sign };
        if (Initials(owner) is { Length: > 0 } letters)
        {
            parts.Add(letters);
        }

        var size = outsideDiameterMetres is { } od ? (units == UnitSystem.Metres ? $"{od * 1000:0}" : LengthText.Format(od, units)) : "";
        var body = $"{size} {material}".Trim();
        if (body.Length > 0)
        {
            parts.Add(body);
        }

        if (ducts > 0)
        {
            parts.Add(ducts == 1 ? "1 duct" : $"{ducts} ducts");
        }

        if (depth is { } d)
        {
            parts.Add($"d {LengthText.Format(d.Value, units)} ±{LengthText.Format(d.HalfWidth, units)}");
        }

        parts.Add(LocalDatePattern.CreateWithInvariantCulture("d MMM yy").Format(readOn));
        return string.Join("  ", parts);
    }

    /// <summary>First letters of the words of a name: Tamsin Gas → TG.</summary>
    public static string Initials(string owner) =>
        string.Concat(owner.Split([' ', '-'], StringSplitOptions.RemoveEmptyEntries).Where(w => char.IsLetterOrDigit(w[0])).Take(4).Select(w => char.ToUpperInvariant(w[0])));
}
