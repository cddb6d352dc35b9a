using System.Globalization;
using System.IO.Compression;
using System.Text;
using GentleMole.Core.Site;

namespace GentleMole.Exchange;

/// <summary>
/// A picture from above with what lays it on earth: PNG, a world file beside it (six numbers: longitude and latitude of the middle of the
/// first pixel, and of a step to the right and down) and the name of the coordinate system, in one zip.
/// </summary>
/// <param name="Name">Of its files, without ending.</param>
/// <param name="NorthWest">Outer corner of its first pixel, on the site.</param>
/// <param name="CellMetres">Side of a pixel.</param>
/// <param name="Says">What it shows, and what it does not; goes along as text.</param>
public sealed record EarthPicture(string Name, byte[] Png, SitePoint NorthWest, double CellMetres, int Across, int Down, SiteOrigin Origin, string Says)
{
    /// <summary>The zip.</summary>
    public byte[] Zip()
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            Put(zip, ".png", Png);
            Put(zip, ".pgw", Encoding.ASCII.GetBytes(World()));
            Put(zip, ".prj", Encoding.ASCII.GetBytes(GeoPackageWriter.Wgs84));
            Put(zip, ".txt", Encoding.UTF8.GetBytes(Says));
        }

        return file.ToArray();
    }

    /// <summary>The world file: between its corners the picture is even, which over a site is true to a millimetre.</summary>
    public string World()
    {
        var first = At(0.5, 0.5);
        var (right, down) = (At(Across - 0.5, 0.5), At(0.5, Down - 0.5));
        var (columns, rows) = (Math.Max(1, Across - 1), Math.Max(1, Down - 1));
        double[] six =
        [
            (right.LongitudeDegrees - first.LongitudeDegrees) / columns, (right.LatitudeDegrees - first.LatitudeDegrees) / columns,
            (down.LongitudeDegrees - first.LongitudeDegrees) / rows, (down.LatitudeDegrees - first.LatitudeDegrees) / rows, first.LongitudeDegrees, first.LatitudeDegrees,
        ];
        return string.Concat(six.Select(v => v.ToString("0.###############", CultureInfo.InvariantCulture) + "\n"));
    }

    private GeoPosition At(double column, double row) => Origin.ToGeo(new SitePoint(NorthWest.East + (column * CellMetres), NorthWest.North - (row * CellMetres)));

    private void Put(ZipArchive zip, string ending, byte[] bytes)
    {
        using var to = zip.CreateEntry(Name + ending, CompressionLevel.Fastest).Open();
        to.Write(bytes);
    }
}
