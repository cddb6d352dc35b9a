using System.Text;
using GentleMole.Core;

namespace GentleMole.Exchange.Drawings;

/// <summary>Reads an owner's drawing in any of the open formats, told by its content rather than its name.</summary>
public static class DrawingReader
{
    /// <summary>Largest file that is taken.</summary>
    public const int MostBytes = 30_000_000;

    /// <summary>Reads a file; a refusal at <c>file</c> says what is wrong with it.</summary>
    public static Result<Drawing> Read(byte[] content, string fileName)
    {
        try
        {
            var drawing = Pick(content, fileName)(content);
            return drawing switch
            {
                { Shapes.Count: 0 } => new FieldError("file", $"{fileName} was read as {drawing.Format}, but nothing in it is a line, point, area or text."),
                { Vertices: > Drawing.MostVertices } => new FieldError("file", $"{fileName} has {drawing.Vertices} corners; {Drawing.MostVertices} is the most. Cut out the part round the site."),
                _ => drawing,
            };
        }
        catch (DrawingException error)
        {
            return new FieldError("file", $"{fileName} cannot be read. {error.Message}");
        }
    }

    private static Func<byte[], Drawing> Pick(byte[] content, string fileName)
    {
        if (content.Length == 0)
        {
            throw new DrawingException("It is empty.");
        }

        if (content.Length > MostBytes)
        {
            throw new DrawingException($"It has {content.Length / 1_000_000} MB; {MostBytes / 1_000_000} MB is the most.");
        }

        var start = Encoding.Latin1.GetString(content, 0, Math.Min(content.Length, 400)).TrimStart('\u00ef', '\u00bb', '\u00bf', ' ', '\r', '\n', '\t');
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
