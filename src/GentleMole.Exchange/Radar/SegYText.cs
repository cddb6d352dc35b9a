using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace GentleMole.Exchange.Radar;

/// <summary>The textual header of a SEG-Y file: 40 lines of 80 signs, EBCDIC or ASCII.</summary>
internal static partial class SegYText
{
    public const int Length = 3200;
    private const int LineLength = 80;
    private const int EbcdicPage = 37;
    private const byte AsciiSpace = 0x20;
    private const byte EbcdicSpace = 0x40;

    private static readonly Encoding Ebcdic = CodePagesEncodingProvider.Instance.GetEncoding(EbcdicPage)!;

    /// <summary>The text; whichever of the two spaces there are more of tells its code.</summary>
    public static string Read(ReadOnlySpan<byte> header) =>
        header.Count(EbcdicSpace) > header.Count(AsciiSpace) ? Ebcdic.GetString(header) : Encoding.Latin1.GetString(header);

    /// <summary>Forty lines in EBCDIC, as the first revision asks for.</summary>
    public static byte[] Write(IEnumerable<string> lines)
    {
        var text = new StringBuilder();
        var numbered = lines.Take(37).Select((line, i) => $"C{i + 1,2} {line}").ToList();
        for (var i = 0; i < 40; i++)
        {
            var line = i switch { 38 => "C39 SEG Y REV1", 39 => "C40 END TEXTUAL HEADER", _ => i < numbered.Count ? numbered[i] : $"C{i + 1,2}" };
            text.Append(line.Length > LineLength ? line[..LineLength] : line.PadRight(LineLength));
        }

        return Ebcdic.GetBytes(text.ToString());
    }

    /// <summary>The unit that the text names; null when it names none.</summary>
    public static SampleIntervalUnit? Unit(string text) => UnitLine().Match(text) is { Success: true } found
        ? found.Groups[1].Value.ToUpperInvariant() switch
        {
            "PICOSECONDS" => SampleIntervalUnit.Picoseconds,
            "NANOSECONDS" => SampleIntervalUnit.Nanoseconds,
            "MICROSECONDS" => SampleIntervalUnit.Microseconds,
            _ => null,
        }
        : null;

    /// <summary>Between the antennas, metres; null when it does not say, or nothing that can be.</summary>
    public static double? Separation(string text) => Number(SeparationLine().Match(text), 0, 10);

    /// <summary>Of the pulse, hertz; the same.</summary>
    public static double? Centre(string text) => Number(CentreLine().Match(text), 1, 10_000) * 1e6;

    private static double? Number(Match found, double least, double most) =>
        found.Success && double.TryParse(found.Groups[1].Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most ? value : null;

    [GeneratedRegex(@"SAMPLE INTERVAL UNIT:\s{0,8}(\w{1,16})", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, 1000)]
    private static partial Regex UnitLine();

    [GeneratedRegex(@"ANTENNA SEPARATION:\s{0,8}([0-9.]{1,12})\s{0,4}M\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, 1000)]
    private static partial Regex SeparationLine();

    [GeneratedRegex(@"CENTRE FREQUENCY:\s{0,8}([0-9.]{1,12})\s{0,4}MHZ\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, 1000)]
    private static partial Regex CentreLine();
}
