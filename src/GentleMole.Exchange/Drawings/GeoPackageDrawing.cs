using System.Globalization;
using Microsoft.Data.Sqlite;
using NetTopologySuite.IO;

namespace GentleMole.Exchange.Drawings;

/// <summary>GeoPackage (OGC 12-128): feature tables are layers, with the coordinate system that the file carries.</summary>
internal static class GeoPackageDrawing
{
    public static Drawing Read(byte[] content)
    {
        var path = Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.gpkg");
        try
        {
            File.WriteAllBytes(path, content);
            using var connection = new SqliteConnection($"Data Source={path};Mode=ReadOnly;Pooling=False");
            connection.Open();
            Run(connection, "PRAGMA trusted_schema=OFF");
            return Read(connection);
        }
        catch (SqliteException error)
        {
            throw new DrawingException(error.SqliteErrorCode == 1 ? "It is a database, but no GeoPackage." : "The database in it is damaged.");
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static Drawing Read(SqliteConnection connection)
    {
        var tables = Rows(connection,
            "SELECT g.table_name, g.column_name, s.organization, s.organization_coordsys_id, s.definition FROM gpkg_geometry_columns g "
            + "LEFT JOIN gpkg_spatial_ref_sys s ON s.srs_id = g.srs_id");
        if (tables.Count == 0)
        {
            throw new DrawingException("It holds no features.");
        }

        var systems = tables.Select(t => SystemOf(t[2], t[3], t[4])).Distinct().ToList();
        if (systems.Count > 1)
        {
            throw new DrawingException("Its layers are in different coordinate systems; send one file for each.");
        }

        var shapes = tables.SelectMany(t => Layer(connection, (string)t[0]!, (string)t[1]!)).ToList();
        return new Drawing("GeoPackage", shapes, systems[0], 1, new Dictionary<string, int>());
    }

    private static IEnumerable<DrawnShape> Layer(SqliteConnection connection, string table, string column)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // A table's name cannot be a parameter; it is quoted.
        command.CommandText = $"SELECT * FROM {Quoted(table)}";
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var geometries = new GeoPackageGeoReader();
        var at = reader.GetOrdinal(column);
        while (reader.Read())
        {
            if (reader.IsDBNull(at))
            {
                continue;
            }

            var properties = Enumerable.Range(0, reader.FieldCount).Where(i => i != at && !reader.IsDBNull(i) && reader.GetValue(i) is not byte[])
                .ToDictionary(reader.GetName, i => Convert.ToString(reader.GetValue(i), CultureInfo.InvariantCulture) ?? "");
            NetTopologySuite.Geometries.Geometry geometry;
            try
            {
                geometry = geometries.Read((byte[])reader.GetValue(at));
            }
            catch (Exception error) when (error is ParseException or ArgumentException or IOException or InvalidCastException or FormatException)
            {
                throw new DrawingException($"A geometry in its table {table} is damaged.");
            }

            foreach (var shape in GeometryShapes.Of(geometry, GeometryShapes.Layer(properties, table), properties))
            {
                yield return shape;
            }
        }
    }

    private static string SystemOf(object? organization, object? id, object? definition) =>
        string.Equals(organization as string, "EPSG", StringComparison.OrdinalIgnoreCase) && CoordinateSystems.IsKnown($"EPSG:{id}")
            ? $"EPSG:{id}"
            : definition as string is { Length: > 20 } wkt ? wkt : "";

    private static List<object?[]> Rows(SqliteConnection connection, string query)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Constant queries.
        command.CommandText = query;
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var rows = new List<object?[]>();
        while (reader.Read())
        {
            rows.Add([.. Enumerable.Range(0, reader.FieldCount).Select(i => reader.IsDBNull(i) ? null : reader.GetValue(i))]);
        }

        return rows;
    }

    private static void Run(SqliteConnection connection, string statement)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // A constant.
        command.CommandText = statement;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }

    private static string Quoted(string name) => "\"" + name.Replace("\"", "\"\"", StringComparison.Ordinal) + "\"";
}
