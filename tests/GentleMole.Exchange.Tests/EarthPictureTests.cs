using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Tests;

/// <summary>Pictures that lie on earth: read back by hand, and by a reader that is not ours.</summary>
public class EarthPictureTests
{
    private static readonly SiteOrigin Origin = new(49.73, -7.41);

    private static EarthPicture Picture(int across = 40, int down = 25)
    {
        var alpha = Enumerable.Range(0, across * down).Select(i => (byte)(i % 251)).ToArray();
        return new EarthPicture("slice-0.70m", GreyPng.Write(across, down, new byte[across * down], alpha), new SitePoint(12, 30), 0.1, across, down, Origin, "what it shows");
    }

    [Fact]
    public void The_world_file_lays_every_pixel_where_the_site_has_it()
    {
        var picture = Picture();
        var six = picture.World().Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => double.Parse(l, CultureInfo.InvariantCulture)).ToArray();
        foreach (var (column, row) in new[] { (0, 0), (39, 0), (0, 24), (39, 24), (17, 11) })
        {
            var geo = Origin.ToGeo(new SitePoint(12 + ((column + 0.5) * 0.1), 30 - ((row + 0.5) * 0.1)));
            Assert.Equal(geo.LongitudeDegrees, (six[0] * column) + (six[2] * row) + six[4], 1e-9);
            Assert.Equal(geo.LatitudeDegrees, (six[1] * column) + (six[3] * row) + six[5], 1e-9);
        }
    }

    [Fact]
    public void The_zip_holds_picture_world_file_system_and_words()
    {
        using var zip = new ZipArchive(new MemoryStream(Picture().Zip()));
        Assert.Equal(["slice-0.70m.pgw", "slice-0.70m.png", "slice-0.70m.prj", "slice-0.70m.txt"], zip.Entries.Select(e => e.FullName).Order(StringComparer.Ordinal));
    }

    [Theory]
    [InlineData(0, 5)]
    [InlineData(5, -1)]
    public void A_picture_without_pixels_is_none(int across, int down) => Assert.Throws<ArgumentException>(() => GreyPng.Write(across, down, [], []));

    [Fact]
    public void A_reader_that_is_not_ours_sees_its_size_and_where_it_lies()
    {
        if (!File.Exists("/usr/bin/gdalinfo"))
        {
            return;
        }

        var place = Directory.CreateTempSubdirectory("mole-picture-").FullName;
        try
        {
            using (var zip = new ZipArchive(new MemoryStream(Picture().Zip())))
            {
                zip.ExtractToDirectory(place);
            }

            using var process = Process.Start(new ProcessStartInfo("/usr/bin/gdalinfo", ["-checksum", Path.Combine(place, "slice-0.70m.png")]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
            var says = process.StandardOutput.ReadToEnd();
            process.WaitForExit();
            Assert.Equal(0, process.ExitCode);
            Assert.Contains("Size is 40, 25", says, StringComparison.Ordinal);
            Assert.Contains("Type=Byte, ColorInterp=Alpha", says, StringComparison.Ordinal);
            var corner = Origin.ToGeo(new SitePoint(12, 30));
            Assert.True(says.Contains(corner.LongitudeDegrees.ToString("0.0000000", CultureInfo.InvariantCulture), StringComparison.Ordinal), says);
            Assert.Contains(corner.LatitudeDegrees.ToString("0.0000000", CultureInfo.InvariantCulture), says, StringComparison.Ordinal);
        }
        finally
        {
            Directory.Delete(place, recursive: true);
        }
    }
}
