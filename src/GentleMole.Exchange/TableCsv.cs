using CsvHelper;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>A table as CSV (RFC 4180), one row after the other. Text that a spreadsheet would run as a formula gets an apostrophe before it; spreadsheets show it as text.</summary>
public static class TableCsv
{
    internal static CsvWriterOptions Options { get; } = new() { Injection = CsvInjection.Escape };

    /// <summary>Writes header and rows; the stream stays open.</summary>
    /// <param name="header">Names of the columns, with their units.</param>
    /// <param name="rows">One value a column: text, a number, a moment, yes or no, or null for an empty cell.</param>
    public static async Task WriteAsync(IReadOnlyList<string> header, IEnumerable<IReadOnlyList<object?>> rows, Stream stream, CancellationToken cancellation = default)
    {
        ArgumentNullException.ThrowIfNull(rows);
        var csv = CsvWriter.Create(stream, Options, leaveOpen: true);
        await using (csv.ConfigureAwait(false))
        {
            csv.WriteHeader([.. header]);
            foreach (var row in rows)
            {
                foreach (var value in row)
                {
                    Write(csv, value);
                }

                await csv.EndRecordAsync(cancellation).ConfigureAwait(false);
            }

            await csv.FlushAsync(cancellation).ConfigureAwait(false);
        }
    }

    private static void Write(CsvWriter csv, object? value)
    {
        switch (value)
        {
            case null:
                csv.WriteField("");
                break;
            case double number:
                // No zero with a sign.
                csv.WriteField((double?)(number + 0.0));
                break;
            case int number:
                csv.WriteField((double?)number);
                break;
            case bool yes:
                csv.WriteField(yes ? "yes" : "no");
                break;
            case Instant moment:
                csv.WriteField(moment.ToDateTimeUtc(), "yyyy-MM-dd'T'HH:mm:ss.FFFFFFF'Z'");
                break;
            case string text:
                csv.WriteField(text);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(value), value, "A cell holds text, a number, a moment, or yes and no.");
        }
    }
}
