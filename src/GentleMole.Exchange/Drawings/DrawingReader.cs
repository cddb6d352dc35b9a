using System.Text;
using GentleMole.Core;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// Reads an owner's drawing in any of the open formats, told by its content rather than its name. Drawings come from
/// outsiders: corners, nesting and words are counted while they are read, and whoever calls this does it in a process that
/// can be ended.
/// </summary>
public static class DrawingReader
{
    /// <summary>Largest file that is taken.</summary>
    public const int MostBytes = 30_000_000;

    private const int Peeked = 400;

    /// <summary>A refusal of a file that is too large, before anybody reads it.</summary>
    public static FieldError? TooLarge(long bytes, string fileName) => bytes > MostBytes
        ? Refusal(fileName, $"It has {bytes / 1_000_000} MB; {MostBytes / 1_000_000} MB is the most.")
        : null;

    /// <summary>Reads a file; a refusal at <c>file</c> says what is wrong with it.</summary>
    /// <param name="path">Where it lies.</param>
    /// <param name="fileName">Name under which it came.</param>
    public static Result<Drawing> Read(string path, string fileName)
    {
        if (TooLarge(new FileInfo(path).Length, fileName) is { } refusal)
        {
            return refusal;
        }

        try
        {
            var drawing = Pick(path, fileName)(path, new ReadShapes());

            // Here, where it can be ended, and not first where people wait.
            _ = CoordinateSystems.ToSite(drawing.System, new SiteOrigin(0, 0));
            return drawing.Shapes.Count > 0
                ? drawing
                : new FieldError("file", $"{fileName} was read as {drawing.Format}, but nothing in it is a line, point, area or text.");
        }
        catch (DrawingException error)
        {
            return Refusal(fileName, error.Message);
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            // Libraries throw what they happen to meet in a file that is made to be strange.
            return Refusal(fileName, "It is damaged.");
        }
    }

    /// <summary>A refusal at <c>file</c>.</summary>
    public static FieldError Refusal(string fileName, string why) => new("file", $"{fileName} cannot be read. {why}");

    private static Func<string, ReadShapes, Drawing> Pick(string path, string fileName)
    {
        var head = new byte[Peeked];
        int there;
        using (var file = File.OpenRead(path))
        {
            there = file.ReadAtLeast(head, Peeked, throwOnEndOfStream: false);
        }

        if (there == 0)
        {
            throw new DrawingException("It is empty.");
        }

        var start = Encoding.Latin1.GetString(head, 0, there).TrimStart('\u00ef', '\u00bb', '\u00bf', ' ', '\r', '\n', '\t');
        if (start.StartsWith("SQLite format 3", StringComparison.Ordinal))
        {
            return GeoPackageDrawing.Read;
        }

        if (start.StartsWith("AutoCAD Binary DXF", StringComparison.Ordinal))
        {
            throw new DrawingException("It is a binary DXF; save it as text (ASCII) DXF.");
        }

        if (start.StartsWith("PK", StringComparison.Ordinal))
        {
            throw new DrawingException("It is packed (zip or KMZ); unpack it and send the file inside.");
        }

        return start switch
        {
            ['{', ..] => GeoJsonDrawing.Read,
            ['<', ..] => KmlDrawing.Read,
            ['0', ..] or ['9', '9', '9', ..] => DxfDrawing.Read,
            _ => throw new DrawingException($"It is none of GeoJSON, GeoPackage, KML or text DXF (its name is {Path.GetExtension(fileName)})."),
        };
    }
}
