using System.Buffers.Binary;
using GentleMole.Core;

namespace GentleMole.Exchange;

/// <summary>Reads a photograph's data (EXIF) and takes it out again.</summary>
public static class PhotoFile
{
    /// <summary>Largest photograph that is taken.</summary>
    public const int MostBytes = 20_000_000;

    /// <summary>Most picture elements: more than any camera takes, and less than ends the browser that shows it.</summary>
    private const long MostPixels = 250_000_000;

    /// <summary>Most of a camera's data that is read, bytes: a segment of a JPEG holds no more.</summary>
    private const int MostExif = 65_533;

    /// <summary>What a PNG's picture is made of; all other chunks tell about it.</summary>
    private static readonly HashSet<string> PictureChunks =
        ["IHDR", "PLTE", "IDAT", "IEND", "tRNS", "cHRM", "gAMA", "iCCP", "sRGB", "sBIT", "bKGD", "hIST", "pHYs", "acTL", "fcTL", "fdAT"];

    /// <summary>A refusal of a file that is too large, before anybody reads it.</summary>
    public static FieldError? TooLarge(long bytes) =>
        bytes > MostBytes ? new FieldError("photo", $"The photo has {bytes / 1_000_000} MB; {MostBytes / 1_000_000} MB is the most.") : null;

    /// <summary>Looks at a file; a refusal at <c>photo</c>.</summary>
    public static Result<PhotoFacts> Look(byte[] content)
    {
        if (TooLarge(content.Length) is { } refusal)
        {
            return refusal;
        }

        var format = content switch
        {
            [0xff, 0xd8, 0xff, ..] => "jpg",
            [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, ..] => "png",
            _ => null,
        };
        if (format is null)
        {
            return new FieldError("photo", "This is no photo that can be read; send a JPEG or PNG.");
        }

        if (!(format == "jpg" ? JpegSegments.Walk(content).Exists(s => s.Marker == JpegSegments.StartOfScan) : PngChunks(content).Any(c => c.Name == "IDAT")))
        {
            return new FieldError("photo", "The photo is damaged; take it again.");
        }

        if ((format == "jpg" ? PixelsOfJpeg(content) : PixelsOfPng(content)) > MostPixels)
        {
            return new FieldError("photo", $"The photo says that it has more than {MostPixels / 1_000_000} million points; no camera takes that. Send it as the camera took it.");
        }

        // Nothing of the file but the camera's own data is read, and no more of that than a camera writes.
        var (taken, place) = ExifBlock.Read(format == "jpg" ? ExifOfJpeg(content) : ExifOfPng(content));
        return new PhotoFacts(format, taken, place);
    }

    /// <summary>Width times height as the frame's own segment says.</summary>
    private static long PixelsOfJpeg(byte[] content)
    {
        foreach (var segment in JpegSegments.Walk(content))
        {
            if (segment.Marker is >= 0xc0 and <= 0xcf and not (0xc4 or 0xc8 or 0xcc) && content.AsSpan(segment.Content) is { Length: >= 5 } frame)
            {
                return (long)BinaryPrimitives.ReadUInt16BigEndian(frame[1..]) * BinaryPrimitives.ReadUInt16BigEndian(frame[3..]);
            }
        }

        return 0;
    }

    /// <summary>Width times height as the header chunk says; each is at most 2³¹ − 1, so that the product has room.</summary>
    private static long PixelsOfPng(byte[] content)
    {
        foreach (var (name, whole) in PngChunks(content))
        {
            if (content.AsSpan(whole) is { Length: >= 20 } header && name == "IHDR")
            {
                var (wide, high) = (BinaryPrimitives.ReadUInt32BigEndian(header[8..]), BinaryPrimitives.ReadUInt32BigEndian(header[12..]));
                return wide <= int.MaxValue && high <= int.MaxValue ? (long)wide * high : long.MaxValue;
            }
        }

        return 0;
    }

    private static ReadOnlySpan<byte> ExifOfJpeg(byte[] content)
    {
        foreach (var segment in JpegSegments.Walk(content))
        {
            if (segment.Marker == 0xe1 && content.AsSpan(segment.Content).StartsWith("Exif\0\0"u8))
            {
                return content.AsSpan(segment.Content)[6..];
            }
        }

        return [];
    }

    private static ReadOnlySpan<byte> ExifOfPng(byte[] content)
    {
        foreach (var (name, whole) in PngChunks(content))
        {
            if (name == "eXIf" && whole.End.Value - whole.Start.Value <= MostExif)
            {
                return content.AsSpan(whole)[8..^4];
            }
        }

        return null;
    }

    /// <summary>The same picture without place, time, camera and all other data about it.</summary>
    public static byte[] Strip(byte[] content) => content is [0xff, 0xd8, ..] ? StripJpeg(content) : StripPng(content);

    /// <summary>Keeps what the picture is made of: frame, colour profile, how colours are coded, tables and coded data.</summary>
    private static byte[] StripJpeg(byte[] content)
    {
        var kept = new MemoryStream(content.Length);
        kept.Write(content, 0, 2);
        foreach (var segment in JpegSegments.Walk(content))
        {
            var body = content.AsSpan(segment.Content);
            var isPicture = segment.Marker switch
            {
                0xe0 => body.StartsWith("JFIF\0"u8),
                0xe2 => body.StartsWith("ICC_PROFILE\0"u8),
                0xee => body.StartsWith("Adobe"u8),
                >= 0xe0 and <= 0xef or 0xfe => false,
                _ => true,
            };
            if (isPicture)
            {
                kept.Write([0xff, segment.Marker, (byte)((body.Length + 2) >> 8), (byte)(body.Length + 2)]);
                kept.Write(body);
                kept.Write(content.AsSpan(segment.Scan));
            }
        }

        kept.Write([0xff, 0xd9]);
        return kept.ToArray();
    }

    /// <summary>Keeps the chunks of which the picture is made, up to its end.</summary>
    private static byte[] StripPng(byte[] content)
    {
        var kept = new MemoryStream(content.Length);
        kept.Write(content, 0, 8);
        foreach (var (name, whole) in PngChunks(content))
        {
            if (PictureChunks.Contains(name))
            {
                kept.Write(content.AsSpan(whole));
            }
        }

        return kept.ToArray();
    }

    /// <summary>Chunks with their names, each whole from its length to its check, up to the end of the image.</summary>
    private static IEnumerable<(string Name, Range Whole)> PngChunks(byte[] content)
    {
        for (var at = 8; at + 12 <= content.Length;)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(content.AsSpan(at)) + 12L;
            if (at + length > content.Length)
            {
                yield break;
            }

            var name = System.Text.Encoding.ASCII.GetString(content, at + 4, 4);
            yield return (name, at..(at + (int)length));
            if (name == "IEND")
            {
                yield break;
            }

            at += (int)length;
        }
    }
}
