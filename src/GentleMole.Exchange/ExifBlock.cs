using System.Buffers.Binary;
using System.Globalization;
using System.Text;
using GentleMole.Core;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>
/// The few things that are wanted of a camera's data (EXIF 2.32, a TIFF in itself): when and where. Only the entries that
/// say so are looked at, so that a block made to be large in memory costs nothing.
/// </summary>
internal readonly ref struct ExifBlock
{
    private const int ExifPointer = 0x8769;
    private const int GpsPointer = 0x8825;
    private const int TakenOriginally = 0x9003;
    private const int EntryBytes = 12;
    private const int DateLength = 19;

    private readonly ReadOnlySpan<byte> _tiff;
    private readonly bool _little;

    private ExifBlock(ReadOnlySpan<byte> tiff, bool little)
    {
        _tiff = tiff;
        _little = little;
    }

    /// <summary>Time and place; null for what is not there, or cannot be.</summary>
    public static (LocalDateTime? Taken, GeoPosition? Place) Read(ReadOnlySpan<byte> tiff)
    {
        if (tiff.Length < 8 || !(tiff.StartsWith("II*\0"u8) || tiff.StartsWith("MM\0*"u8)))
        {
            return (null, null);
        }

        var block = new ExifBlock(tiff, tiff[0] == 'I');
        var first = block.Long(4);
        return (block.Taken(first), block.Place(first));
    }

    private LocalDateTime? Taken(uint first)
    {
        if (Entry(first, ExifPointer) is not { } exif || Entry(Long(exif + 8), TakenOriginally) is not { } entry || Long(entry + 4) < DateLength || Long(entry + 8) is var at && at + DateLength > _tiff.Length)
        {
            return null;
        }

        return DateTime.TryParseExact(Encoding.ASCII.GetString(_tiff.Slice((int)at, DateLength)), "yyyy:MM:dd HH:mm:ss", CultureInfo.InvariantCulture, DateTimeStyles.None, out var taken)
            && LocalDateTime.FromDateTime(taken) is var local && local.Date.IsOfTheseTimes() ? local : null;
    }

    private GeoPosition? Place(uint first)
    {
        if (Entry(first, GpsPointer) is not { } gps)
        {
            return null;
        }

        var directory = Long(gps + 8);
        return Angle(directory, 1, 'S') is { } latitude && Angle(directory, 3, 'W') is { } longitude && Math.Abs(latitude) <= 90 && Math.Abs(longitude) <= 180
            && (latitude != 0 || longitude != 0) ? new GeoPosition(latitude, longitude) : null;
    }

    /// <summary>Degrees, minutes, seconds under the tag after the one that says which side.</summary>
    private double? Angle(uint directory, int side, char minus)
    {
        if (Entry(directory, side) is not { } letter || Entry(directory, side + 1) is not { } entry || Long(entry + 4) != 3)
        {
            return null;
        }

        var at = Long(entry + 8);
        var degrees = Ratio(at) + (Ratio(at + 8) / 60) + (Ratio(at + 16) / 3600);
        return double.IsFinite(degrees) ? _tiff[(int)letter + 8] == minus ? -degrees : degrees : null;
    }

    private double Ratio(ulong at) => (double)Long(at) / Long(at + 4);

    /// <summary>Where the entry of a tag lies in a directory.</summary>
    private ulong? Entry(ulong directory, int tag)
    {
        var count = Short(directory);
        for (var at = directory + 2; count > 0 && at + EntryBytes <= (ulong)_tiff.Length; at += EntryBytes, count--)
        {
            if (Short(at) == tag)
            {
                return at;
            }
        }

        return null;
    }

    /// <summary>Zero where the block has ended.</summary>
    private int Short(ulong at) => at + 2 > (ulong)_tiff.Length ? 0
        : _little ? BinaryPrimitives.ReadUInt16LittleEndian(_tiff[(int)at..]) : BinaryPrimitives.ReadUInt16BigEndian(_tiff[(int)at..]);

    private uint Long(ulong at) => at + 4 > (ulong)_tiff.Length ? 0
        : _little ? BinaryPrimitives.ReadUInt32LittleEndian(_tiff[(int)at..]) : BinaryPrimitives.ReadUInt32BigEndian(_tiff[(int)at..]);
}
