using System.Buffers.Binary;
using System.Globalization;
using System.IO.Compression;
using System.Text;
using Microsoft.Data.Sqlite;

namespace GentleMole.Exchange.Tests;

/// <summary>Files that are made to hurt whoever reads them, built here so that none of them needs to be kept. The tests of the web share them.</summary>
internal static class HostileFiles
{
    /// <summary>Every drawing of them, by what it does.</summary>
    public static IReadOnlyDictionary<string, Func<byte[]>> Drawings { get; } = new Dictionary<string, Func<byte[]>>
    {
        ["collections-in-collections.gpkg"] = () => GeoPackage(Nested(400_000)),
        ["counts-that-lie.gpkg"] = () => GeoPackage([.. "GP"u8, 0, 1, 0, 0, 0, 0, 1, 2, 0, 0, 0, 255, 255, 255, 255, 1, 2, 3]),
        ["no-geometry.gpkg"] = () => GeoPackage(null),
        ["words-for-geometry.gpkg"] = () => Database("CREATE TABLE t(g, name); INSERT INTO t VALUES ('POINT(1 1)', 'x')"),
        ["a-view-without-end.gpkg"] = () => Database("CREATE VIEW t AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i AS g FROM n"),
        ["a-column-that-is-reckoned.gpkg"] = () => Database("CREATE TABLE t(g BLOB, big AS (zeroblob(1000000000))); INSERT INTO t(g) VALUES (x'00')"),
        ["lists-that-are-views.gpkg"] = ListsAsViews,
        ["deep.kml"] = () => Text(Repeat("<Folder>", 450_000), "<kml xmlns='http://www.opengis.net/kml/2.2'>"),
        ["placemarks-in-placemarks.kml"] = () => Text(
            Repeat("<Placemark>", 1200) + "<Point><coordinates>" + Repeat("1,1 ", 1200) + "</coordinates></Point>" + Repeat("</Placemark>", 1200) + "</kml>", "<kml xmlns='http://www.opengis.net/kml/2.2'>"),
        ["lines-in-lines.kml"] = () => Text(
            "<Placemark>" + Repeat("<LineString>", 28) + "<coordinates>" + Repeat("1,1 ", 20_000) + "</coordinates>" + Repeat("</LineString>", 28) + "</Placemark></kml>", "<kml>"),
        ["entities.kml"] = () => Text("<kml>&b;</kml>", "<!DOCTYPE kml [<!ENTITY a 'aaaaaaaaaaaaaaaaaaaa'><!ENTITY b '&a;&a;&a;&a;&a;&a;&a;&a;'>]>"),
        ["many-small.kml"] = () => Text(Repeat("<a/>", 6_000_000) + "</kml>", "<kml>"),
        ["bulges.dxf"] = () => Dxf("0\nLWPOLYLINE\n8\nA\n70\n0\n" + Repeat("10\n0\n20\n0\n42\n99\n10\n1\n20\n0\n42\n99\n", 30_000)),
        ["star.dxf"] = () => Dxf(Star(1500)),
        ["arcs.dxf"] = () => Dxf(Repeat("0\nCIRCLE\n8\nA\n10\n0\n20\n0\n40\n1\n", 20_000)),
        ["one-entity.dxf"] = () => Dxf("0\nTEXT\n8\nA\n10\n0\n20\n0\n" + Repeat("3\nwords and more words\n", 1_200_000)),
        ["many-layers.dxf"] = () => Dxf(string.Concat(Enumerable.Range(0, 300_000).Select(i => $"0\nPOINT\n8\nlayer-{i}\n10\n0\n20\n0\n"))),
        ["deep.json"] = () => Text(Repeat("[", 2_000_000), "{\"type\":\"Polygon\",\"coordinates\":"),
        ["collections-in-collections.json"] = () => Text(Repeat("{\"type\":\"GeometryCollection\",\"geometries\":[", 60_000), "{\"type\":\"GeometryCollection\",\"geometries\":["),
        ["corners.json"] = () => Text(Repeat("[0,0],", 4_500_000) + "[1,1]]}", "{\"type\":\"LineString\",\"coordinates\":["),
        ["empty-features.json"] = () => Text(Repeat("{},", 9_000_000) + "{}]}", "{\"type\":\"FeatureCollection\",\"features\":["),
        ["odd-features.json"] = () => Text("[null,1,{\"type\":\"Feature\",\"geometry\":{\"type\":\"Point\",\"coordinates\":[1e400,\"x\"]},\"properties\":[]}]}", "{\"type\":\"FeatureCollection\",\"features\":"),
    };

    /// <summary>A PNG of a few bytes of picture, with a text that unpacks to 150 MB.</summary>
    public static byte[] PngWithPackedText()
    {
        using var packed = new MemoryStream();
        using (var zip = new ZLibStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
        {
            var spaces = new byte[1_000_000];
            for (var i = 0; i < 150; i++)
            {
                zip.Write(spaces);
            }
        }

        return [.. MadeUpPhoto.PngHead, .. MadeUpPhoto.Chunk("IHDR", new byte[13]), .. MadeUpPhoto.Chunk("zTXt", [.. "Comment\0\0"u8, .. packed.ToArray()]), .. MadeUpPhoto.Chunk("IDAT", [7, 7]), .. MadeUpPhoto.Chunk("IEND", [])];
    }

    /// <summary>A JPEG whose camera's data is a directory of entries that each claim the whole block.</summary>
    public static byte[] JpegOfOverlappingEntries()
    {
        var exif = new byte[65_000];
        "Exif\0\0II*\0"u8.CopyTo(exif);
        BinaryPrimitives.WriteUInt32LittleEndian(exif.AsSpan(10), 8);
        BinaryPrimitives.WriteUInt16LittleEndian(exif.AsSpan(14), 5400);
        for (var i = 0; i < 5400; i++)
        {
            var entry = exif.AsSpan(16 + (12 * i), 12);
            BinaryPrimitives.WriteUInt16LittleEndian(entry, (ushort)(0x9000 + i));
            BinaryPrimitives.WriteUInt16LittleEndian(entry[2..], 2);
            BinaryPrimitives.WriteUInt32LittleEndian(entry[4..], 60_000);
        }

        return [0xff, 0xd8, 0xff, 0xe1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif, 0xff, 0xda, 0, 2, 1, 0xff, 0xd9];
    }

    /// <summary>A GeoPackage with one geometry.</summary>
    public static byte[] GeoPackage(byte[]? geometry) => Database("CREATE TABLE t(g BLOB, name TEXT)", geometry);

    private static byte[] Nested(int depth)
    {
        var bytes = new byte[8 + (9 * depth)];
        "GP"u8.CopyTo(bytes);
        bytes[3] = 1;
        for (var i = 0; i < depth; i++)
        {
            var one = bytes.AsSpan(8 + (9 * i));
            one[0] = 1;
            one[1] = 7;
            one[5] = (byte)(i == depth - 1 ? 0 : 1);
        }

        return bytes;
    }

    private static byte[] ListsAsViews() => Written(
        """
        CREATE VIEW gpkg_geometry_columns AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i AS table_name, i AS column_name, i AS srs_id FROM n;
        CREATE VIEW gpkg_spatial_ref_sys AS SELECT 1 AS srs_id, 'EPSG' AS organization, 4326 AS organization_coordsys_id, '' AS definition;
        """, null);

    private static byte[] Database(string more, byte[]? geometry = null) => Written(
        """
        CREATE TABLE gpkg_spatial_ref_sys(srs_id, organization, organization_coordsys_id, definition);
        INSERT INTO gpkg_spatial_ref_sys VALUES (4326, 'EPSG', 4326, '');
        CREATE TABLE gpkg_geometry_columns(table_name, column_name, srs_id);
        INSERT INTO gpkg_geometry_columns VALUES ('t', 'g', 4326);
        """ + more, geometry);

    private static byte[] Written(string statements, byte[]? geometry)
    {
        var path = Path.Combine(Path.GetTempPath(), $"mole-test-{Guid.NewGuid():N}.gpkg");
        try
        {
            using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
            {
                connection.Open();
                using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Constants.
                command.CommandText = statements;
#pragma warning restore CA2100
                command.ExecuteNonQuery();
                if (geometry is not null)
                {
                    command.CommandText = "INSERT INTO t(g) VALUES ($g)";
                    command.Parameters.AddWithValue("$g", geometry);
                    command.ExecuteNonQuery();
                }
            }

            return File.ReadAllBytes(path);
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static string Star(int points)
    {
        var text = new StringBuilder("0\nLWPOLYLINE\n8\nGAS\n70\n1\n");
        for (var i = 0; i < points; i++)
        {
            var (sin, cos) = Math.SinCos(i * Math.PI * (points - 1) / points);
            text.Append(CultureInfo.InvariantCulture, $"10\n{400 * cos:0.0}\n20\n{400 * sin:0.0}\n");
        }

        return text.ToString();
    }

    private static byte[] Dxf(string entities) => Text(entities + "0\nENDSEC\n0\nEOF\n", "0\nSECTION\n2\nENTITIES\n");

    private static byte[] Text(string body, string head) => Encoding.UTF8.GetBytes(head + body);

    private static string Repeat(string text, int times) => new StringBuilder(text.Length * times).Insert(0, text, times).ToString();
}
