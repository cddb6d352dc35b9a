using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace GentleMole.Store.Writing;

/// <summary>
/// A connection with its statements, each prepared once: the writer's own, or that of a page's save. Work gets it inside a
/// transaction and must keep nothing of it.
/// </summary>
internal sealed class WriteSession : IDisposable
{
    private readonly SqliteConnection _connection;
    private readonly bool _isOurs;
    private readonly Dictionary<string, Statement> _statements = [];

    /// <summary>For the writer: a connection of its own.</summary>
    public WriteSession(string file)
        : this(StoreConnection.Open(file))
    {
        _isOurs = true;
        _connection.Run("PRAGMA cache_size=-65536;");
    }

    /// <summary>For one save of a page, within its transaction.</summary>
    public WriteSession(SqliteConnection connection) => _connection = connection;

    /// <summary>Counts transactions that were undone: what was remembered from before then may not be true any more.</summary>
    public int Undone { get; private set; }

    /// <summary>False when SQLite has given up the transaction by itself, as it does on a full disk.</summary>
    public bool IsInTransaction => raw.sqlite3_get_autocommit(_connection.Handle) == 0;

    /// <summary>A statement with its parameters in the order in which they are given.</summary>
    public Statement Prepare(string text)
    {
        if (!_statements.TryGetValue(text, out var statement))
        {
            _statements[text] = statement = new Statement(_connection, text);
        }

        return statement;
    }

    public void Begin() => Prepare("BEGIN IMMEDIATE").Run();

    public void Commit() => Prepare("COMMIT").Run();

    public void Mark() => Prepare("SAVEPOINT batch").Run();

    public void Keep() => Prepare("RELEASE batch").Run();

    /// <summary>Back to the mark.</summary>
    public void Forget()
    {
        Undone++;
        Prepare("ROLLBACK TO batch").Run();
        Prepare("RELEASE batch").Run();
    }

    public void Undo()
    {
        Undone++;
        if (IsInTransaction)
        {
            Prepare("ROLLBACK").Run();
        }
    }

    public void Dispose()
    {
        foreach (var statement in _statements.Values)
        {
            statement.Dispose();
        }

        if (_isOurs)
        {
            _connection.Dispose();
        }
    }
}

/// <summary>A prepared statement; parameters are written <c>?1</c>, <c>?2</c>, … and bound in that order.</summary>
internal sealed class Statement : IDisposable
{
    private readonly SqliteCommand _command;

    public Statement(SqliteConnection connection, string text)
    {
        _command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements are constants of this assembly.
        _command.CommandText = text;
#pragma warning restore CA2100
        for (var i = 1; text.Contains("?" + i, StringComparison.Ordinal); i++)
        {
            _command.Parameters.Add(new SqliteParameter("?" + i, null));
        }

        _command.Prepare();
    }

    /// <summary>Runs it; gives how many rows it changed.</summary>
    public int Run(params ReadOnlySpan<object?> values)
    {
        Bind(values);
        return _command.ExecuteNonQuery();
    }

    /// <summary>The first value of the first row, or null.</summary>
    public object? Scalar(params ReadOnlySpan<object?> values)
    {
        Bind(values);
        return _command.ExecuteScalar() is var found and not DBNull ? found : null;
    }

    /// <summary>Every row.</summary>
    public List<T> Rows<T>(Func<SqliteDataReader, T> read, params ReadOnlySpan<object?> values)
    {
        Bind(values);
        using var reader = _command.ExecuteReader();
        var rows = new List<T>();
        while (reader.Read())
        {
            rows.Add(read(reader));
        }

        return rows;
    }

    public void Dispose() => _command.Dispose();

    private void Bind(ReadOnlySpan<object?> values)
    {
        if (values.Length != _command.Parameters.Count)
        {
            throw new ArgumentException($"The statement takes {_command.Parameters.Count} values, not {values.Length}.", nameof(values));
        }

        for (var i = 0; i < values.Length; i++)
        {
            _command.Parameters[i].Value = values[i] ?? DBNull.Value;
        }
    }
}
