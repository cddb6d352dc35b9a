using Microsoft.Data.Sqlite;
using NodaTime;
using SQLitePCL;

namespace GentleMole.Store.Writing;

/// <summary>
/// A prepared statement; parameters are written <c>?1</c>, <c>?2</c>, … and bound in that order. Stands directly on SQLite's
/// own interface: for a row of a stream the provider's command costs more than the row. Values lie in the file as the object
/// mapper writes them.
/// </summary>
internal sealed class Statement : IDisposable
{
    private readonly sqlite3 _database;
    private readonly sqlite3_stmt _statement;
    private readonly int _parameters;

    public Statement(SqliteConnection connection, string text)
    {
        _database = connection.Handle!;
        SqliteException.ThrowExceptionForRC(raw.sqlite3_prepare_v2(_database, text, out _statement), _database);
        _parameters = raw.sqlite3_bind_parameter_count(_statement);
    }

    /// <summary>Runs it; gives how many rows it changed.</summary>
    /// <exception cref="SqliteException">SQLite refuses.</exception>
    public int Run(params ReadOnlySpan<object?> values)
    {
        Bind(values);
        try
        {
            while (Step())
            {
            }

            return raw.sqlite3_changes(_database);
        }
        finally
        {
            raw.sqlite3_reset(_statement);
        }
    }

    /// <summary>The first value of the first row as a whole number; null for none.</summary>
    public long? Number(params ReadOnlySpan<object?> values)
    {
        Bind(values);
        try
        {
            var found = Step() && raw.sqlite3_column_type(_statement, 0) != raw.SQLITE_NULL ? raw.sqlite3_column_int64(_statement, 0) : (long?)null;
            while (found is not null && Step())
            {
                // An insert that returns its id is made only when it has been stepped to its end.
            }

            return found;
        }
        finally
        {
            raw.sqlite3_reset(_statement);
        }
    }

    /// <summary>Every row.</summary>
    public List<T> Rows<T>(Func<Row, T> read, params ReadOnlySpan<object?> values)
    {
        Bind(values);
        try
        {
            var rows = new List<T>();
            while (Step())
            {
                rows.Add(read(new Row(_statement)));
            }

            return rows;
        }
        finally
        {
            raw.sqlite3_reset(_statement);
        }
    }

    public void Dispose() => _statement.Dispose();

    private bool Step()
    {
        var code = raw.sqlite3_step(_statement);
        if (code == raw.SQLITE_ROW)
        {
            return true;
        }

        if (code != raw.SQLITE_DONE)
        {
            SqliteException.ThrowExceptionForRC(code, _database);
        }

        return false;
    }

    private void Bind(ReadOnlySpan<object?> values)
    {
        if (values.Length != _parameters)
        {
            throw new ArgumentException($"The statement takes {_parameters} values, not {values.Length}.", nameof(values));
        }

        for (var i = 0; i < values.Length; i++)
        {
            var code = values[i] switch
            {
                null => raw.sqlite3_bind_null(_statement, i + 1),
                int number => raw.sqlite3_bind_int(_statement, i + 1, number),
                long number => raw.sqlite3_bind_int64(_statement, i + 1, number),
                double number => raw.sqlite3_bind_double(_statement, i + 1, number),
                string text => raw.sqlite3_bind_text(_statement, i + 1, text),
                byte[] bytes => raw.sqlite3_bind_blob(_statement, i + 1, bytes),
                Instant moment => raw.sqlite3_bind_text(_statement, i + 1, StoredMoment.Text(moment)),
                _ => throw new ArgumentException($"A {values[i]!.GetType().Name} cannot be bound.", nameof(values)),
            };
            SqliteException.ThrowExceptionForRC(code, _database);
        }
    }
}
