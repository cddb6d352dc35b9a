using Microsoft.Data.Sqlite;
using NodaTime;
using SQLitePCL;

namespace GentleMole.Store.Writing;

/// <summary>The row at hand; good until the next one.</summary>
internal readonly struct Row(sqlite3_stmt statement)
{
    public bool IsNull(int column) => raw.sqlite3_column_type(statement, column) == raw.SQLITE_NULL;

    public int Int(int column) => raw.sqlite3_column_int(statement, column);

    public long Long(int column) => raw.sqlite3_column_int64(statement, column);

    public string Text(int column) => raw.sqlite3_column_text(statement, column).utf8_to_string();

    public Instant Moment(int column) => StoredMoment.Of(Text(column));
}
