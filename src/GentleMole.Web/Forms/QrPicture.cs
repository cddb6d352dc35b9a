using System.Globalization;
using QRCoder;

namespace GentleMole.Web.Forms;

/// <summary>Words as a code that a camera reads.</summary>
internal static class QrPicture
{
    /// <summary>Rows of dark (1) and light (0).</summary>
    public static IReadOnlyList<string> Of(string words)
    {
        using var code = QRCodeGenerator.GenerateQrCode(words, QRCodeGenerator.ECCLevel.M);
        return [.. code.ModuleMatrix.Select(row => new string([.. row.Cast<bool>().Select(dark => dark ? '1' : '0')]))];
    }

    /// <summary>Its dark squares as the path of a drawing whose unit is a square.</summary>
    public static string Path(IReadOnlyList<string> rows) =>
        string.Concat(rows.SelectMany((row, y) => row.Select((dark, x) => dark == '1' ? string.Create(CultureInfo.InvariantCulture, $"M{x} {y}h1v1h-1z") : "")));
}
