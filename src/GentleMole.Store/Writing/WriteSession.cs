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

    // By reference: statements are literals, and comparing their text for every row would cost more than finding the row.
    private readonly Dictionary<object, Statement> _statements = new(ReferenceEqualityComparer.Instance);

    /// <summary>For the writer: a connection of its own.</summary>
    public WriteSession(string file)
        : this(StoreConnection.Open(file))
    {
        _isOurs = true;

        // The writer looks up what it refers to in the same transaction; having every row looked up again costs a third more.
        // What a savepoint may have to bring back is kept in memory, not in a file made and removed for each batch.
        _connection.Run("PRAGMA cache_size=-65536; PRAGMA temp_store=MEMORY; PRAGMA foreign_keys=OFF;");
    }

    /// <summary>For one save of a page, within its transaction.</summary>
    public WriteSession(SqliteConnection connection) => _connection = connection;

    /// <summary>Counts transactions that were undone: what was remembered from before then may not be true any more.</summary>
    public int Undone { get; private set; }

    /// <summary>False when SQLite has given up the transaction by itself, as it does on a full disk.</summary>
    public bool IsInTransaction => raw.sqlite3_get_autocommit(_connection.Handle) == 0;

    /// <summary>A statement, kept for the next time.</summary>
    /// <param name="text">A literal.</param>
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
