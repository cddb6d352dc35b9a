using System.Globalization;
using Microsoft.Data.Sqlite;
using NetTopologySuite.IO;

namespace GentleMole.Exchange;

/// <summary>The sheet as a GeoPackage (OGC 12-128 r18): one table of features in WGS84, a column for each property.</summary>
public static class GeoPackageWriter
{
    /// <summary>The coordinate system of all that is written on earth, as well-known text.</summary>
    internal const string Wgs84 =
        "GEOGCS[\"WGS 84\",DATUM[\"WGS_1984\",SPHEROID[\"WGS 84\",6378137,298.257223563]],PRIMEM[\"Greenwich\",0],UNIT[\"degree\",0.0174532925199433]]";

    private const string Frame = """
        PRAGMA application_id = 1196444487;
        PRAGMA user_version = 10300;
        CREATE TABLE gpkg_spatial_ref_sys (srs_name TEXT NOT NULL, srs_id INTEGER NOT NULL PRIMARY KEY, organization TEXT NOT NULL,
          organization_coordsys_id INTEGER NOT NULL, definition TEXT NOT NULL, description TEXT);
        CREATE TABLE gpkg_contents (table_name TEXT NOT NULL PRIMARY KEY, data_type TEXT NOT NULL, identifier TEXT UNIQUE, description TEXT DEFAULT '',
          last_change DATETIME NOT NULL DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ','now')), min_x DOUBLE, min_y DOUBLE, max_x DOUBLE, max_y DOUBLE,
          srs_id INTEGER, CONSTRAINT fk_gc_r_srs_id FOREIGN KEY (srs_id) REFERENCES gpkg_spatial_ref_sys(srs_id));
        CREATE TABLE gpkg_geometry_columns (table_name TEXT NOT NULL, column_name TEXT NOT NULL, geometry_type_name TEXT NOT NULL, srs_id INTEGER NOT NULL,
          z TINYINT NOT NULL, m TINYINT NOT NULL, CONSTRAINT pk_geom_cols PRIMARY KEY (table_name, column_name),
          CONSTRAINT fk_gc_tn FOREIGN KEY (table_name) REFERENCES gpkg_contents(table_name),
          CONSTRAINT fk_gc_srs FOREIGN KEY (srs_id) REFERENCES gpkg_spatial_ref_sys(srs_id));
        INSERT INTO gpkg_spatial_ref_sys VALUES ('Undefined cartesian', -1, 'NONE', -1, 'undefined', NULL), ('Undefined geographic', 0, 'NONE', 0, 'undefined', NULL);
        """;

    /// <summary>Makes the file beside, as SQLite needs one, and copies it.</summary>
    public static void Write(ExportSheet sheet, Stream stream)
    {
        var path = Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.gpkg");
        try
        {
            using (var connection = new SqliteConnection($"Data Source={path};Pooling=False"))
            {
                connection.Open();
                Write(sheet, connection);
            }

            using var made = File.OpenRead(path);
            made.CopyTo(stream);
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static void Write(ExportSheet sheet, SqliteConnection connection)
    {
        Run(connection, Frame);
        Run(connection, "INSERT INTO gpkg_spatial_ref_sys VALUES ('WGS 84', 4326, 'EPSG', 4326, $wkt, 'longitude, latitude')", ("$wkt", Wgs84));
        var columns = Columns(sheet);
        Run(connection, "CREATE TABLE features (fid INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, geom GEOMETRY"
            + string.Concat(columns.Select(c => $", {Quoted(c.Key)} {(c.Value ? "REAL" : "TEXT")}")) + ")");
        var (box, writer) = (new NetTopologySuite.Geometries.Envelope(), new GeoPackageGeoWriter { HandleOrdinates = NetTopologySuite.Geometries.Ordinates.XY });
        using var transaction = connection.BeginTransaction();
        using var insert = connection.CreateCommand();
#pragma warning disable CA2100 // Names of columns cannot be parameters; they are quoted, and the rest is constant.
        insert.CommandText = $"INSERT INTO features (geom{string.Concat(columns.Keys.Select(c => ", " + Quoted(c)))}) VALUES ($geom{string.Concat(columns.Select((_, i) => ", $p" + i.ToString(CultureInfo.InvariantCulture)))})";
#pragma warning restore CA2100
        var place = insert.Parameters.Add("$geom", SqliteType.Blob);
        var values = columns.Keys.Select((name, i) => (name, Parameter: insert.Parameters.AddWithValue("$p" + i.ToString(CultureInfo.InvariantCulture), DBNull.Value)))
            .ToDictionary(v => v.name, v => v.Parameter);
        foreach (var feature in sheet.Features)
        {
            var geometry = OnEarth.Shape(feature, sheet.Origin);
            geometry.SRID = 4326;
            box.ExpandToInclude(geometry.EnvelopeInternal);
            place.Value = writer.Write(geometry);
            foreach (var value in values.Values)
            {
                value.Value = DBNull.Value;
            }

            foreach (var (name, value) in sheet.PropertiesOf(feature))
            {
                values[name].Value = value;
            }

            insert.ExecuteNonQuery();
        }

        Run(
            connection,
            "INSERT INTO gpkg_contents (table_name, data_type, identifier, description, min_x, min_y, max_x, max_y, srs_id) VALUES ('features', 'features', 'features', $name, $x1, $y1, $x2, $y2, 4326);"
            + "INSERT INTO gpkg_geometry_columns VALUES ('features', 'geom', 'GEOMETRY', 4326, 0, 0)",
            ("$name", sheet.JobName), ("$x1", box.MinX), ("$y1", box.MinY), ("$x2", box.MaxX), ("$y2", box.MaxY));
        transaction.Commit();
    }

    /// <summary>Every property that a feature has, in the order met; true for those that are numbers wherever they are.</summary>
    private static Dictionary<string, bool> Columns(ExportSheet sheet)
    {
        var columns = new Dictionary<string, bool>();
        foreach (var (name, value) in sheet.Features.SelectMany(sheet.PropertiesOf))
        {
            columns[name] = columns.GetValueOrDefault(name, true) && value is (double or int or long);
        }

        return columns;
    }

    private static void Run(SqliteConnection connection, string statement, params IEnumerable<(string Name, object Value)> parameters)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Names of columns cannot be parameters; they are quoted, and the rest is constant.
        command.CommandText = statement;
#pragma warning restore CA2100
        foreach (var (name, value) in parameters)
        {
            command.Parameters.AddWithValue(name, value);
        }

        command.ExecuteNonQuery();
    }

    private static string Quoted(string name) => "\"" + name.Replace("\"", "\"\"", StringComparison.Ordinal) + "\"";
}
