using System.Buffers.Binary;
using System.Text;
using CsCheck;

namespace GentleMole.Exchange.Tests;

public class PhotoTests
{
    [Fact]
    public void A_photo_says_where_it_was_taken()
    {
        var facts = PhotoFile.Look(MadeUpPhoto.Jpeg(49.7306, -7.4093)).Value;

        Assert.Equal("jpg", facts.Format);
        Assert.Equal(49.7306, facts.Position!.Value.LatitudeDegrees, 5);
        Assert.Equal(-7.4093, facts.Position.Value.LongitudeDegrees, 5);
    }

    [Fact]
    public void Stripped_it_is_the_same_picture_and_says_nothing()
    {
        var photo = MadeUpPhoto.Jpeg(49.7306, -7.4093);
        var stripped = PhotoFile.Strip(photo);

        Assert.Null(PhotoFile.Look(stripped).Value.Position);
        Assert.DoesNotContain("secret", Encoding.Latin1.GetString(stripped), StringComparison.Ordinal);
        Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(stripped), StringComparison.Ordinal);
        Assert.Equal(photo[..20], stripped[..20]);
        Assert.Equal(photo[^9..], stripped[^9..]);
        Assert.Equal(stripped, PhotoFile.Strip(stripped));
    }

    [Fact]
    public void A_png_loses_its_texts_and_keeps_its_picture()
    {
        static byte[] Chunk(string type, byte[] data) => MadeUpPhoto.Chunk(type, data);
        var head = MadeUpPhoto.PngHead;
        byte[] png = [.. head, .. Chunk("IHDR", new byte[13]), .. Chunk("tEXt", "where\0here"u8.ToArray()), .. Chunk("eXIf", new byte[9]), .. Chunk("IDAT", [7, 7]), .. Chunk("IEND", [])];

        Assert.Equal((byte[])[.. head, .. Chunk("IHDR", new byte[13]), .. Chunk("IDAT", [7, 7]), .. Chunk("IEND", [])], PhotoFile.Strip(png));
    }

    [Theory]
    [InlineData(60_000, 60_000, false)]
    [InlineData(int.MaxValue, int.MaxValue, false)]
    [InlineData(uint.MaxValue, uint.MaxValue, false)]
    [InlineData(16_000, 12_000, true)]
    public void A_picture_that_unpacks_to_more_than_a_browser_bears_is_refused(uint wide, uint high, bool taken)
    {
        var header = new byte[13];
        BinaryPrimitives.WriteUInt32BigEndian(header, wide);
        BinaryPrimitives.WriteUInt32BigEndian(header.AsSpan(4), high);
        byte[] png = [.. MadeUpPhoto.PngHead, .. MadeUpPhoto.Chunk("IHDR", header), .. MadeUpPhoto.Chunk("IDAT", [7, 7]), .. MadeUpPhoto.Chunk("IEND", [])];
        Assert.Equal(taken, PhotoFile.Look(png).IsGood);
        if (wide <= ushort.MaxValue)
        {
            byte[] frame = [0xff, 0xc2, 0, 8, 8, (byte)(high >> 8), (byte)high, (byte)(wide >> 8), (byte)wide, 1];
            Assert.Equal(taken, PhotoFile.Look([0xff, 0xd8, .. frame, 0xff, 0xda, 0, 2, 1, 0xff, 0xd9]).IsGood);
        }
    }

    [Fact]
    public void Fill_bytes_hide_nothing_and_a_second_picture_behind_the_first_is_left_out()
    {
        var photo = MadeUpPhoto.Jpeg(49.7306, -7.4093);
        byte[] hidden = [.. photo[..20], 0xff, 0xff, .. photo[20..], .. photo];
        var stripped = PhotoFile.Strip(hidden);

        Assert.Equal(49.7306, PhotoFile.Look(hidden).Value.Position!.Value.LatitudeDegrees, 5);
        Assert.Equal(PhotoFile.Strip(photo), stripped);
        Assert.Equal(-1, stripped.AsSpan().IndexOf("Exif"u8));
    }

    [Fact]
    public void A_progressive_picture_keeps_all_its_scans_and_restarts()
    {
        byte[] photo = [0xff, 0xd8, 0xff, 0xda, 0, 2, 1, 0xff, 0, 2, 0xff, 0xd3, 3, 0xff, 0xc4, 0, 3, 9, 0xff, 0xda, 0, 2, 4, 0xff, 0xd9];

        Assert.Equal(photo, PhotoFile.Strip([.. photo, 1, 2, 3]));
    }

    [Fact]
    public void Nothing_is_unpacked_and_nothing_is_copied_more_than_once()
    {
        foreach (var photo in new[] { HostileFiles.PngWithPackedText(), HostileFiles.JpegOfOverlappingEntries() })
        {
            var before = GC.GetAllocatedBytesForCurrentThread();
            Assert.True(PhotoFile.Look(photo).IsGood);
            PhotoFile.Strip(photo);
            Assert.InRange(GC.GetAllocatedBytesForCurrentThread() - before, 0, (3 * photo.Length) + 100_000);
        }
    }

    [Fact]
    public void Whatever_the_camera_wrote_a_look_never_fails()
    {
        var photo = MadeUpPhoto.Jpeg(49.7, -7.4);
        Gen.Select(Gen.Int[20, photo.Length - 1], Gen.Byte, Gen.Int[20, photo.Length - 1], Gen.Byte).Sample((a, x, b, y) =>
        {
            var broken = (byte[])photo.Clone();
            (broken[a], broken[b]) = (x, y);
            var look = PhotoFile.Look(broken);
            PhotoFile.Strip(broken);
            return !look.IsGood || look.Value.Position is not { } p || (Math.Abs(p.LatitudeDegrees) <= 90 && Math.Abs(p.LongitudeDegrees) <= 180);
        }, iter: 20_000);
    }

    [Theory]
    [InlineData("GIF89a")]
    [InlineData("<svg onload='alert(1)'/>")]
    [InlineData("")]
    public void What_is_no_photo_is_refused(string content) =>
        Assert.Equal("photo", PhotoFile.Look(Encoding.ASCII.GetBytes(content)).Errors.Single().Field);

    [Fact]
    public void Photos_cut_short_are_looked_at_or_refused_but_never_fail()
    {
        var photo = MadeUpPhoto.Jpeg(49.7, -7.4);
        for (var length = 0; length < photo.Length; length++)
        {
            _ = PhotoFile.Look(photo[..length]);
            _ = length > 3 ? PhotoFile.Strip(photo[..length]) : [];
        }
    }
}
