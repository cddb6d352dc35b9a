using System.Buffers.Binary;
using System.IO.Compression;

namespace GentleMole.Exchange;

/// <summary>Writes a picture of ink on nothing as PNG (ISO/IEC 15948): one grey value for all, and how much of it each pixel has.</summary>
public static class GreyPng
{
    private const byte GreyWithAlpha = 4;
    private static readonly byte[] Signature = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];
    private static readonly uint[] Table = MakeTable();

    /// <summary>The file.</summary>
    /// <param name="grey">Row by row, 0 for black to 255 for white.</param>
    /// <param name="alpha">0 for nothing to 255 for all.</param>
    /// <exception cref="ArgumentException">There are not as many pixels as it says.</exception>
    public static byte[] Write(int width, int height, ReadOnlySpan<byte> grey, ReadOnlySpan<byte> alpha)
    {
        if (width < 1 || height < 1 || grey.Length != width * height || alpha.Length != grey.Length)
        {
            throw new ArgumentException($"{width} × {height} pixels want as many grey and alpha values, not {grey.Length} and {alpha.Length}.", nameof(grey));
        }

        using var file = new MemoryStream();
        file.Write(Signature);
        var header = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header.AsSpan(4), height);
        (header[8], header[9]) = (8, GreyWithAlpha);
        Chunk(file, "IHDR"u8, header);
        using var packed = new MemoryStream();
        using (var pack = new ZLibStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            // Every row begins with its filter: none.
            var row = new byte[1 + (2 * width)];
            for (var y = 0; y < height; y++)
            {
                for (var x = 0; x < width; x++)
                {
                    (row[1 + (2 * x)], row[2 + (2 * x)]) = (grey[(y * width) + x], alpha[(y * width) + x]);
                }

                pack.Write(row);
            }
        }

        Chunk(file, "IDAT"u8, packed.GetBuffer().AsSpan(0, (int)packed.Length));
        Chunk(file, "IEND"u8, []);
        return file.ToArray();
    }

    private static void Chunk(MemoryStream file, ReadOnlySpan<byte> kind, ReadOnlySpan<byte> data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        file.Write(number);
        file.Write(kind);
        file.Write(data);
        BinaryPrimitives.WriteUInt32BigEndian(number, Check(data, Check(kind, 0xFFFFFFFF)) ^ 0xFFFFFFFF);
        file.Write(number);
    }

    /// <summary>Cyclic redundancy check as the standard's annex D gives it.</summary>
    private static uint Check(ReadOnlySpan<byte> data, uint check)
    {
        foreach (var value in data)
        {
            check = Table[(check ^ value) & 0xFF] ^ (check >> 8);
        }

        return check;
    }

    private static uint[] MakeTable()
    {
        var table = new uint[256];
        for (uint n = 0; n < 256; n++)
        {
            var c = n;
            for (var k = 0; k < 8; k++)
            {
                c = (c & 1) != 0 ? 0xEDB88320 ^ (c >> 1) : c >> 1;
            }

            table[n] = c;
        }

        return table;
    }
}
