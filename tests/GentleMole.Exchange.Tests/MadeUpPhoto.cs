using System.Buffers.Binary;
using System.Text;

namespace GentleMole.Exchange.Tests;

/// <summary>Photos for tests; the tests of the web share them.</summary>
internal static class MadeUpPhoto
{
    /// <summary>The first bytes of every PNG.</summary>
    public static byte[] PngHead => [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

    /// <summary>A chunk of a PNG, with a check that nobody here reads.</summary>
    public static byte[] Chunk(string type, byte[] data)
    {
        var length = new byte[4];
        BinaryPrimitives.WriteInt32BigEndian(length, data.Length);
        return [.. length, .. Encoding.ASCII.GetBytes(type), .. data, 1, 2, 3, 4];
    }

    /// <summary>A JPEG of nothing, with an EXIF block that says where and when: built by hand, so that the test knows every byte.</summary>
    public static byte[] Jpeg(double latitude, double longitude)
    {
        var exif = new MemoryStream();
        void Ascii(string text) => exif.Write(Encoding.ASCII.GetBytes(text));
        void Short(int v) => exif.Write([(byte)(v >> 8), (byte)v]);
        void Long(uint v)
        {
            var b = new byte[4];
            BinaryPrimitives.WriteUInt32BigEndian(b, v);
            exif.Write(b);
        }

        void Entry(int tag, int type, uint count, uint value)
        {
            Short(tag);
            Short(type);
            Long(count);
            Long(value);
        }

        void Angle(double degrees)
        {
            var d = Math.Abs(degrees);
            var m = (d - Math.Floor(d)) * 60;
            foreach (var (n, q) in new[] { ((uint)d, 1u), ((uint)m, 1u), ((uint)Math.Round((m - Math.Floor(m)) * 60 * 1000), 1000u) })
            {
                Long(n);
                Long(q);
            }
        }

        Ascii("Exif\0\0");
        Ascii("MM");
        Short(42);
        Long(8);
        Short(1);
        Entry(0x8825, 4, 1, 26);
        Long(0);
        Short(4);
        Entry(1, 2, 2, latitude < 0 ? 0x53000000u : 0x4E000000u);
        Entry(2, 5, 3, 80);
        Entry(3, 2, 2, longitude < 0 ? 0x57000000u : 0x45000000u);
        Entry(4, 5, 3, 104);
        Long(0);
        Angle(latitude);
        Angle(longitude);
        var body = exif.ToArray();
        var length = body.Length + 2;
        return
        [
            0xff, 0xd8, 0xff, 0xe0, 0, 16, .. "JFIF\0"u8, 1, 1, 0, 0, 1, 0, 1, 0, 0,
            0xff, 0xe1, (byte)(length >> 8), (byte)length, .. body,
            0xff, 0xfe, 0, 8, .. "secret"u8,
            0xff, 0xda, 0, 2, 1, 2, 3, 0xff, 0xd9,
        ];
    }
}
