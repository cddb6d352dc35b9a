using System.Buffers.Binary;

namespace GentleMole.Exchange;

/// <summary>
/// Walks the markers of a JPEG (ITU-T T.81, annex B) from the start to the first end of image: fill bytes before a marker are
/// skipped, coded data is gone through to the next marker, and whatever stands behind the end is not the picture.
/// </summary>
internal static class JpegSegments
{
    /// <summary>Marker of coded data.</summary>
    public const byte StartOfScan = 0xda;

    private const byte Fill = 0xff;
    private const byte EndOfImage = 0xd9;

    /// <summary>One segment: its marker, and where in the file its content lies (after the length).</summary>
    /// <param name="Scan">Coded data behind it, as it stands in the file.</param>
    public readonly record struct Segment(byte Marker, Range Content, Range Scan);

    /// <summary>The segments up to the end of the image or of what can be read.</summary>
    public static List<Segment> Walk(ReadOnlySpan<byte> file)
    {
        var found = new List<Segment>();
        for (var at = 2; at < file.Length && file[at] == Fill;)
        {
            while (at < file.Length && file[at] == Fill)
            {
                at++;
            }

            if (at == file.Length || file[at] is EndOfImage or 0)
            {
                break;
            }

            var marker = file[at++];
            if (IsAlone(marker))
            {
                continue;
            }

            if (at + 2 > file.Length || BinaryPrimitives.ReadUInt16BigEndian(file[at..]) is var length && (length < 2 || at + length > file.Length))
            {
                break;
            }

            var content = (at + 2)..(at + length);
            at += length;
            var scan = at;
            while (marker == StartOfScan && at < file.Length && !IsMarker(file, at))
            {
                at++;
            }

            found.Add(new Segment(marker, content, scan..at));
        }

        return found;
    }

    /// <summary>True where coded data ends: a marker that is neither a stuffed byte nor a restart.</summary>
    private static bool IsMarker(ReadOnlySpan<byte> file, int at) =>
        file[at] == Fill && at + 1 < file.Length && file[at + 1] is not (0 or (>= 0xd0 and <= 0xd7));

    /// <summary>Markers without a length: restarts, a start of image, TEM.</summary>
    private static bool IsAlone(byte marker) => marker is (>= 0xd0 and <= 0xd8) or 1;
}
