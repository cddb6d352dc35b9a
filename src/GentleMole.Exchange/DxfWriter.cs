using System.Globalization;
using System.Text;
using GentleMole.Core.Site;

namespace GentleMole.Exchange;

/// <summary>
/// The sheet as text DXF (release 12) in site metres: a layer for each kind and utility, what is said of a feature as
/// extended data.
/// </summary>
public static class DxfWriter
{
    private const string Application = "GENTLE_MOLE";

    public static void Write(ExportSheet sheet, Stream stream)
    {
        using var writer = new StreamWriter(stream, new UTF8Encoding(false), leaveOpen: true) { NewLine = "\r\n" };
        var layers = sheet.Features.Select(LayerOf).Distinct().ToList();
        Pairs(writer, (0, "SECTION"), (2, "HEADER"), (9, "$ACADVER"), (1, "AC1009"), (9, "$INSUNITS"), (70, "6"), (0, "ENDSEC"));
        Pairs(writer, (0, "SECTION"), (2, "TABLES"), (0, "TABLE"), (2, "LAYER"), (70, layers.Count.ToString(CultureInfo.InvariantCulture)));
        foreach (var layer in layers)
        {
            Pairs(writer, (0, "LAYER"), (2, layer), (70, "0"), (62, "7"), (6, "CONTINUOUS"));
        }

        Pairs(writer, (0, "ENDTAB"), (0, "TABLE"), (2, "APPID"), (70, "1"), (0, "APPID"), (2, Application), (70, "0"), (0, "ENDTAB"), (0, "ENDSEC"));
        Pairs(writer, (0, "SECTION"), (2, "ENTITIES"));
        foreach (var feature in sheet.Features)
        {
            Write(writer, sheet, feature);
        }

        Pairs(writer, (0, "ENDSEC"), (0, "EOF"));
    }

    private static void Write(StreamWriter writer, ExportSheet sheet, ExportFeature feature)
    {
        var layer = LayerOf(feature);
        if (feature.Shape == ExportShape.Point)
        {
            Pairs(writer, (0, "POINT"), (8, layer));
            At(writer, feature.Points[0]);
            Extended(writer, sheet, feature);
            return;
        }

        Pairs(writer, (0, "POLYLINE"), (8, layer), (66, "1"), (70, feature.Shape == ExportShape.Area ? "1" : "0"));
        At(writer, default);
        Extended(writer, sheet, feature);
        foreach (var point in feature.Points)
        {
            Pairs(writer, (0, "VERTEX"), (8, layer));
            At(writer, point);
        }

        Pairs(writer, (0, "SEQEND"), (8, layer));
    }

    private static void Extended(StreamWriter writer, ExportSheet sheet, ExportFeature feature)
    {
        Pairs(writer, (1001, Application));
        foreach (var (name, value) in sheet.PropertiesOf(feature))
        {
            // A string of extended data holds 255 characters.
            var text = $"{name}={Convert.ToString(value, CultureInfo.InvariantCulture)}";
            Pairs(writer, (1000, text.Length > 255 ? text[..255] : text));
        }
    }

    private static string LayerOf(ExportFeature feature)
    {
        var utility = feature.Properties.FirstOrDefault(p => p.Key == "utility").Value as string;
        var name = string.IsNullOrEmpty(utility) ? feature.Kind : $"{feature.Kind}_{utility}";

        // Names of layers are letters, digits and a few signs in this release; a device's own word may be anything.
        return new([.. name.ToUpperInvariant().Take(31).Select(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_' or '$' ? c : '_')]);
    }

    private static void At(StreamWriter writer, SitePoint p) =>
        Pairs(writer, (10, p.East.ToString("0.0####", CultureInfo.InvariantCulture)), (20, p.North.ToString("0.0####", CultureInfo.InvariantCulture)), (30, "0.0"));

    /// <summary>
    /// The one place where anything is written. A pair is two lines, so a line break in a value would be read as a new pair:
    /// whatever ends or controls a line becomes a space.
    /// </summary>
    private static void Pairs(StreamWriter writer, params ReadOnlySpan<(int Code, string Value)> pairs)
    {
        foreach (var (code, value) in pairs)
        {
            writer.WriteLine(code.ToString(CultureInfo.InvariantCulture));
            writer.WriteLine(string.Create(value.Length, value, (line, text) =>
            {
                for (var i = 0; i < line.Length; i++)
                {
                    line[i] = char.IsControl(text[i]) || text[i] is '\u2028' or '\u2029' ? ' ' : text[i];
                }
            }));
        }
    }
}
