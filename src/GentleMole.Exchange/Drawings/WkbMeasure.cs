using System.Buffers.Binary;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// Walks over a geometry in well-known binary (OGC 06-103r4) and counts what is in it, before a library builds it: nested
/// collections would take its stack, counts that lie would take its memory.
/// </summary>
internal ref struct WkbMeasure
{
    private readonly ReadOnlySpan<byte> _bytes;
    private int _at;

    private WkbMeasure(ReadOnlySpan<byte> bytes) => _bytes = bytes;

    /// <summary>Counts the corners of a geometry of a GeoPackage.</summary>
    /// <exception cref="DrawingException">It is too deep, too much, or is no geometry.</exception>
    public static void Check(ReadOnlySpan<byte> geometry)
    {
        if (geometry.Length < 8 || geometry[0] != 'G' || geometry[1] != 'P')
        {
            throw Damaged();
        }

        // Bits 1 to 3 of the flags say how many numbers the envelope has.
        var envelope = ((geometry[3] >> 1) & 7) switch { 0 => 0, 1 => 4, 2 or 3 => 6, 4 => 8, _ => throw Damaged() };
        var start = 8 + (8 * envelope);
        if (start > geometry.Length)
        {
            throw Damaged();
        }

        new WkbMeasure(geometry[start..]).Geometry(0);
    }

    private void Geometry(int depth)
    {
        ReadShapes.Depth(depth);
        var little = Byte() != 0;
        var type = Whole(little);
        var numbers = 2 + ((type & 0x80000000) != 0 ? 1 : 0) + ((type & 0x40000000) != 0 ? 1 : 0);
        if ((type & 0x20000000) != 0)
        {
            Whole(little);
        }

        type &= 0x1FFFFFFF;
        numbers += (type / 1000) switch { 0 => 0, 1 or 2 => 1, 3 => 2, _ => throw Damaged() };
        switch (type % 1000)
        {
            case 1:
                Skip(8L * numbers);
                break;
            case 2:
                Skip(8L * numbers * Whole(little));
                break;
            case 3:
                for (var rings = Count(Whole(little), 4); rings > 0; rings--)
                {
                    Skip(8L * numbers * Whole(little));
                }

                break;
            case >= 4 and <= 7:
                for (var parts = Count(Whole(little), 5); parts > 0; parts--)
                {
                    Geometry(depth + 1);
                }

                break;
            default:
                throw new DrawingException("It holds curves; save it with straight pieces.");
        }
    }

    /// <summary>So many parts need so many bytes: more than are there is a lie.</summary>
    private readonly uint Count(uint parts, int leastBytes) => parts <= (_bytes.Length - _at) / leastBytes ? parts : throw Damaged();

    private byte Byte() => _at < _bytes.Length ? _bytes[_at++] : throw Damaged();

    private uint Whole(bool little)
    {
        var at = _at;
        Skip(4);
        return little ? BinaryPrimitives.ReadUInt32LittleEndian(_bytes[at..]) : BinaryPrimitives.ReadUInt32BigEndian(_bytes[at..]);
    }

    private void Skip(long bytes) => _at = bytes <= _bytes.Length - _at ? _at + (int)bytes : throw Damaged();

    private static DrawingException Damaged() => new("A geometry in it is damaged.");
}
