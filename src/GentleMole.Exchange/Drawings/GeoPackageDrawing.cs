using System.Globalization;
using Microsoft.Data.Sqlite;
using NetTopologySuite.IO;
using SQLitePCL;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// GeoPackage (OGC 12-128): feature tables are layers, with the coordinate system that the file carries. A database from
/// outside can hold programs (views, virtual tables, columns that are reckoned): only real tables and stored columns are
/// read.
/// </summary>
internal static class GeoPackageDrawing
{
    private const int MostTables = 1000;
    private const int MostBlob = 20_000_000;

    /// <summary>SQLite's limit on the length of a text or blob (SQLITE_LIMIT_LENGTH).</summary>
    private const int LengthLimit = 0;

    public static Drawing Read(string path, ReadShapes shapes)
    {
        try
        {
            using var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = SqliteOpenMode.ReadOnly, Pooling = false }.ToString());
            connection.Open();
            raw.sqlite3_limit(connection.Handle, LengthLimit, MostBlob);
            foreach (var pragma in (ReadOnlySpan<string>)["trusted_schema=OFF", "cell_size_check=ON", "mmap_size=0", "cache_size=-20000", "hard_heap_limit=100000000"])
            {
                Run(connection, "PRAGMA " + pragma);
            }

            return Read(connection, shapes);
        }
        catch (SqliteException error)
        {
            throw new DrawingException(error.SqliteErrorCode == 1 ? "It is a database, but no GeoPackage." : "The database in it is damaged.");
        }
    }

    private static Drawing Read(SqliteConnection connection, ReadShapes shapes)
    {
        var real = Rows(connection, $"SELECT name FROM sqlite_schema WHERE type = 'table' AND sql NOT LIKE 'CREATE VIRTUAL%' LIMIT {MostTables}")
            .Select(r => r[0] as string).OfType<string>().ToHashSet(StringComparer.OrdinalIgnoreCase);
        if (!real.Contains("gpkg_geometry_columns") || !real.Contains("gpkg_spatial_ref_sys"))
        {
            throw new DrawingException("It is a database, but no GeoPackage.");
        }

        var tables = Rows(connection,
            "SELECT g.table_name, g.column_name, s.organization, s.organization_coordsys_id, s.definition FROM gpkg_geometry_columns g "
            + $"LEFT JOIN gpkg_spatial_ref_sys s ON s.srs_id = g.srs_id LIMIT {MostTables}");
        if (tables.Count == 0)
        {
            throw new DrawingException("It holds no features.");
        }

        var systems = tables.Select(t => SystemOf(t[2], t[3], t[4])).Distinct().ToList();
        if (systems.Count > 1)
        {
            throw new DrawingException("Its layers are in different coordinate systems; send one file for each.");
        }

        foreach (var row in tables)
        {
            if (row[0] is not string table || row[1] is not string column || !real.Contains(table))
            {
                throw new DrawingException("A layer in it is no table but something that is reckoned; save it anew.");
            }

            Layer(connection, table, column, shapes);
        }

        return new Drawing("GeoPackage", shapes.Shapes, systems[0], 1, shapes.Skipped);
    }

    private static void Layer(SqliteConnection connection, string table, string column, ReadShapes shapes)
    {
        // Columns that are reckoned are marked as hidden: 2 and 3.
        var stored = Rows(connection, $"SELECT name FROM pragma_table_xinfo({Text(table)}) WHERE hidden = 0").Select(r => (string)r[0]!).ToList();
        if (stored.Find(c => string.Equals(c, column, StringComparison.OrdinalIgnoreCase)) is not { } geometryColumn)
        {
            throw new DrawingException($"Its table {Short(table)} has no column {Short(column)}.");
        }

        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Names of tables and columns cannot be parameters; they are quoted.
        command.CommandText = $"SELECT {Quoted(geometryColumn)}, {string.Join(", ", stored.Where(c => c != geometryColumn).Take(ReadShapes.MostProperties).Select(Quoted).DefaultIfEmpty("NULL"))} FROM {Quoted(table)}";
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var geometries = new GeoPackageGeoReader();
        while (reader.Read())
        {
            if (reader.IsDBNull(0))
            {
                continue;
            }

            var properties = shapes.Properties(Enumerable.Range(1, reader.FieldCount - 1).Where(i => !reader.IsDBNull(i) && reader.GetValue(i) is not byte[])
                .Select(i => KeyValuePair.Create(reader.GetName(i), Convert.ToString(reader.GetValue(i), CultureInfo.InvariantCulture) ?? "")));
            GeometryShapes.Take(Geometry(geometries, reader.GetValue(0), table), GeometryShapes.Layer(properties, table), properties, shapes);
        }
    }

    private static NetTopologySuite.Geometries.Geometry? Geometry(GeoPackageGeoReader geometries, object value, string table)
    {
        var bytes = value as byte[] ?? throw new DrawingException($"A geometry in its table {Short(table)} is damaged.");
        WkbMeasure.Check(bytes);
        try
        {
            return geometries.Read(bytes);
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            throw new DrawingException($"A geometry in its table {Short(table)} is damaged.");
        }
    }

    private static string SystemOf(object? organization, object? id, object? definition) =>
        string.Equals(organization as string, "EPSG", StringComparison.OrdinalIgnoreCase) && CoordinateSystems.IsKnown($"EPSG:{id}")
            ? $"EPSG:{id}"
            : definition as string is { Length: > 20 and < Wkt.Most } wkt ? wkt : "";

    private static List<object?[]> Rows(SqliteConnection connection, string query)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Constant queries, and names that are quoted.
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

    private static string Text(string name) => "'" + name.Replace("'", "''", StringComparison.Ordinal) + "'";

    private static string Short(string name) => name.Length > 40 ? name[..40] + "…" : name;
}
