using System.Text;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// A drawing as it was read, in bytes: what the process that reads outsiders' files hands back, and what lies on the desk
/// until it is taken over. Nothing is believed of it on the way back: every count is held against what a drawing may have.
/// </summary>
public static class DrawingCodec
{
    /// <summary>Most bytes of it.</summary>
    public const int MostBytes = 60_000_000;

    private const int MostKept = 100_000;
    private static readonly byte[] Mark = "mole-drawing-1\n"u8.ToArray();

    /// <summary>True when a file begins like one of these.</summary>
    public static bool IsOne(ReadOnlySpan<byte> start) => start.StartsWith(Mark);

    public static void Write(Drawing drawing, Stream to)
    {
        using var writer = new BinaryWriter(to, Encoding.UTF8, leaveOpen: true);
        writer.Write(Mark);
        writer.Write(drawing.Format);
        writer.Write(drawing.System);
        writer.Write(drawing.UnitMetres);
        writer.Write(drawing.Skipped.Count);
        foreach (var (kind, count) in drawing.Skipped)
        {
            writer.Write(kind);
            writer.Write(count);
        }

        var layers = drawing.Shapes.Select(s => s.Layer).Distinct().ToList();
        var numbers = layers.Index().ToDictionary(l => l.Item, l => l.Index);
        writer.Write(layers.Count);
        layers.ForEach(writer.Write);
        writer.Write(drawing.Shapes.Count);
        foreach (var shape in drawing.Shapes)
        {
            writer.Write(numbers[shape.Layer]);
            writer.Write((byte)shape.Kind);
            writer.Write(shape.Text);
            writer.Write(shape.Properties.Count);
            foreach (var (name, value) in shape.Properties)
            {
                writer.Write(name);
                writer.Write(value);
            }

            writer.Write(shape.Points.Count);
            foreach (var point in shape.Points)
            {
                writer.Write(point.East);
                writer.Write(point.North);
            }
        }
    }

    /// <summary>Reads what <see cref="Write(Drawing, Stream)"/> wrote.</summary>
    /// <exception cref="InvalidDataException">It is not that.</exception>
    public static Drawing Read(byte[] content)
    {
        if (content.Length > MostBytes || !IsOne(content))
        {
            throw new InvalidDataException("This is no drawing that was read.");
        }

        using var reader = new BinaryReader(new MemoryStream(content, Mark.Length, content.Length - Mark.Length), Encoding.UTF8);
        try
        {
            var (format, system, unit) = (reader.ReadString(), reader.ReadString(), Finite(reader));
            var skipped = new Dictionary<string, int>();
            for (var left = Count(reader, ReadShapes.MostProperties); left > 0; left--)
            {
                skipped[reader.ReadString()] = reader.ReadInt32();
            }

            var layers = Enumerable.Range(0, Count(reader, MostKept)).Select(_ => reader.ReadString()).ToList();
            var shapes = Enumerable.Range(0, Count(reader, ReadShapes.MostShapes)).Select(_ => Shape(reader, layers)).ToList();
            return shapes.Sum(s => s.Points.Count) <= Drawing.MostVertices
                ? new Drawing(format, shapes, system, unit, skipped)
                : throw new InvalidDataException("It has too many corners.");
        }
        catch (Exception error) when (error is IOException or ArgumentException or FormatException)
        {
            throw new InvalidDataException("This is no drawing that was read.", error);
        }
    }

    private static DrawnShape Shape(BinaryReader reader, List<string> layers)
    {
        var layer = layers[Count(reader, layers.Count - 1)];
        var kind = (DrawnKind)reader.ReadByte();
        var text = reader.ReadString();
        var properties = new Dictionary<string, string>();
        for (var left = Count(reader, ReadShapes.MostProperties); left > 0; left--)
        {
            properties[reader.ReadString()] = reader.ReadString();
        }

        var points = new SitePoint[Count(reader, Drawing.MostVertices)];
        for (var i = 0; i < points.Length; i++)
        {
            points[i] = new SitePoint(Finite(reader), Finite(reader));
        }

        return Enum.IsDefined(kind) ? new DrawnShape(layer, kind, points, text, properties) : throw new InvalidDataException("It holds an unknown kind of thing.");
    }

    private static int Count(BinaryReader reader, int most) =>
        reader.ReadInt32() is >= 0 and var count && count <= most ? count : throw new InvalidDataException("A count in it is wrong.");

    private static double Finite(BinaryReader reader) =>
        reader.ReadDouble() is var number && double.IsFinite(number) ? number : throw new InvalidDataException("A number in it is none.");
}
