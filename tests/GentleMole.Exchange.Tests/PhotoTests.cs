using System.Buffers.Binary;
using System.Text;

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
        static byte[] Chunk(string type, byte[] data)
        {
            var length = new byte[4];
            BinaryPrimitives.WriteInt32BigEndian(length, data.Length);
            return [.. length, .. Encoding.ASCII.GetBytes(type), .. data, 1, 2, 3, 4];
        }

        byte[] head = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
        byte[] png = [.. head, .. Chunk("IHDR", new byte[13]), .. Chunk("tEXt", "where\0here"u8.ToArray()), .. Chunk("eXIf", new byte[9]), .. Chunk("IDAT", [7, 7]), .. Chunk("IEND", [])];

        Assert.Equal((byte[])[.. head, .. Chunk("IHDR", new byte[13]), .. Chunk("IDAT", [7, 7]), .. Chunk("IEND", [])], PhotoFile.Strip(png));
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
