using System.Buffers.Binary;
using GentleMole.Core;
using GentleMole.Core.Site;
using MetadataExtractor;
using MetadataExtractor.Formats.Exif;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>Reads a photograph's data (EXIF) and takes it out again.</summary>
public static class PhotoFile
{
    /// <summary>Largest photograph that is taken.</summary>
    public const int MostBytes = 20_000_000;

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

        try
        {
            var directories = ImageMetadataReader.ReadMetadata(new MemoryStream(content));
            var taken = directories.OfType<ExifSubIfdDirectory>()
                .Select(d => d.TryGetDateTime(ExifDirectoryBase.TagDateTimeOriginal, out var at) ? LocalDateTime.FromDateTime(at) : (LocalDateTime?)null).FirstOrDefault(t => t is not null);
            var place = directories.OfType<GpsDirectory>().Select(d => d.GetGeoLocation()).FirstOrDefault(g => g is { IsZero: false });
            return new PhotoFacts(format, taken, place is null ? null : new GeoPosition(place.Latitude, place.Longitude));
        }
        catch (Exception error) when (error is ImageProcessingException or IOException or MetadataException)
        {
            return new FieldError("photo", "The photo is damaged; take it again.");
        }
    }

    /// <summary>The same picture without place, time, camera and all other data about it.</summary>
    public static byte[] Strip(byte[] content) => content is [0xff, 0xd8, ..] ? StripJpeg(content) : StripPng(content);

    /// <summary>Leaves out the application and comment segments but the first (the picture's own frame) and the colour profile.</summary>
    private static byte[] StripJpeg(byte[] content)
    {
        var kept = new MemoryStream(content.Length);
        kept.Write(content, 0, 2);
        var at = 2;
        while (at + 4 <= content.Length && content[at] == 0xff)
        {
            var marker = content[at + 1];
            if (marker == 0xda)
            {
                break;
            }

            var length = 2 + BinaryPrimitives.ReadUInt16BigEndian(content.AsSpan(at + 2));
            if (at + length > content.Length)
            {
                break;
            }

            // E0 is the frame, E2 the colour profile, EE says how colours are coded; E1 and the rest tell of camera and place.
            if (marker is not (0xe1 or (>= 0xe3 and <= 0xed) or 0xef or 0xfe))
            {
                kept.Write(content, at, length);
            }

            at += length;
        }

        kept.Write(content, at, content.Length - at);
        return kept.ToArray();
    }

    private static byte[] StripPng(byte[] content)
    {
        var kept = new MemoryStream(content.Length);
        kept.Write(content, 0, 8);
        var at = 8;
        while (at + 12 <= content.Length)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(content.AsSpan(at)) + 12L;
            if (at + length > content.Length)
            {
                break;
            }

            if (System.Text.Encoding.ASCII.GetString(content, at + 4, 4) is not ("eXIf" or "tEXt" or "iTXt" or "zTXt" or "tIME"))
            {
                kept.Write(content, at, (int)length);
            }

            at += (int)length;
        }

        return kept.ToArray();
    }
}
