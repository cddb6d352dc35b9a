using System.Globalization;

namespace GentleMole.Web.Words;

/// <summary>Figures with their units, with as many digits as they are worth.</summary>
internal static class FigureWords
{
    public static string Milliamps(double value) => Figure(value) + "\u00a0mA";

    public static string Percent(double part) => (100 * part).ToString(part is > 0.0005 and < 0.01 ? "0.0" : "0", CultureInfo.InvariantCulture) + "\u00a0%";

    /// <summary>A chance, never called none or certain.</summary>
    public static string Chance(double part) => part > 0.995 ? ">\u00a099\u00a0%" : part < 0.005 ? "<\u00a01\u00a0%" : (100 * part).ToString("0", CultureInfo.InvariantCulture) + "\u00a0%";

    public static string Ohms(double ohms) => ohms >= 9_950 ? Figure(ohms / 1000) + "\u00a0kΩ" : ohms >= 1000 ? (ohms / 1000).ToString("0.0", CultureInfo.InvariantCulture) + "\u00a0kΩ" : ohms.ToString("0", CultureInfo.InvariantCulture) + "\u00a0Ω";

    /// <summary>Two or three leading figures, however large or small.</summary>
    public static string Figure(double value) => Math.Abs(value) switch
    {
        0 => "0",
        >= 100 => value.ToString("0", CultureInfo.InvariantCulture),
        >= 10 => value.ToString("0.#", CultureInfo.InvariantCulture),
        >= 1 => value.ToString("0.##", CultureInfo.InvariantCulture),
        >= 0.01 => value.ToString("0.###", CultureInfo.InvariantCulture),
        _ => "under 0.01",
    };
}
