using CsvHelper;

namespace GentleMole.Exchange;

/// <summary>The readings of a job as CSV (RFC 4180), one row a reading, written as it is read from the store.</summary>
public static class ReadingsCsv
{
    private static readonly string[] Header =
    [
        "id", "takenAt", "utility", "eastMetres", "northMetres", "peak", "null", "depthMetres", "currentMilliamps",
        "directionDegrees", "frequencyHertz", "nullOffsetMetres", "liftMetres", "liftedDepthMetres", "sidewaysPercent",
        "turnedDepthMetres", "state", "note", "tiltLeftMetres", "tiltRightMetres", "widthLeftMetres", "widthRightMetres",
    ];

    /// <summary>Writes header and rows; the stream stays open.</summary>
    public static async Task WriteAsync(IAsyncEnumerable<ReadingRow> rows, Stream stream, CancellationToken cancellation = default)
    {
        var csv = CsvWriter.Create(stream, TableCsv.Options, leaveOpen: true);
        await using (csv.ConfigureAwait(false))
        {
            csv.WriteHeader(Header);
            await foreach (var row in rows.WithCancellation(cancellation).ConfigureAwait(false))
            {
                WriteFields(csv, row);
                await csv.EndRecordAsync(cancellation).ConfigureAwait(false);
            }

            await csv.FlushAsync(cancellation).ConfigureAwait(false);
        }
    }

    private static void WriteFields(CsvWriter csv, ReadingRow row)
    {
        csv.WriteField(row.Id);
        csv.WriteField(row.TakenAt.ToDateTimeUtc(), "yyyy-MM-dd'T'HH:mm:ss.FFFFFFF'Z'");
        csv.WriteField(row.Utility);
        foreach (var number in new[]
        {
            row.EastMetres, row.NorthMetres, row.Peak, row.Null, row.DepthMetres, row.CurrentMilliamps, row.DirectionDegrees,
            row.FrequencyHertz, row.NullOffsetMetres, row.LiftMetres, row.LiftedDepthMetres, row.SidewaysPercent, row.TurnedDepthMetres,
        })
        {
            csv.WriteField(number);
        }

        csv.WriteField(row.State);
        csv.WriteField(row.Note);
        foreach (var number in new[] { row.TiltLeftMetres, row.TiltRightMetres, row.WidthLeftMetres, row.WidthRightMetres })
        {
            csv.WriteField(number);
        }
    }
}
