using GentleMole.Exchange;
using GentleMole.Store;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Sheets;

/// <summary>Files of a job, the same for the API and for the links on the sheet.</summary>
internal static class JobDownload
{
    /// <summary>The links on the sheet: the same files as the API gives, for the person at the page.</summary>
    public static void MapDownloads(this WebApplication app) => app.MapGet(
        "/jobs/{id:int}/files/{format:regex(^(geojson|csv)$)}",
        async (int id, string format, MoleDb db, SheetLoader loader, CancellationToken cancellation) =>
            await MakeAsync(id, format, db, loader, cancellation) ?? Results.NotFound())
        .ExcludeFromDescription();

    /// <summary>The file, or null when there is no such job.</summary>
    public static async Task<IResult?> MakeAsync(
        int id, string format, MoleDb db, SheetLoader loader, CancellationToken cancellation)
    {
        if (format == "csv")
        {
            return await db.Jobs.AnyAsync(j => j.Id == id, cancellation)
                ? Results.Stream(
                    stream => ReadingsCsv.WriteAsync(Rows(db, id), stream, cancellation), "text/csv; charset=utf-8", $"job-{id}-readings.csv")
                : null;
        }

        var sheet = await loader.LoadAsync(id, cancellation);
        if (sheet is null)
        {
            return null;
        }

        var buffer = new MemoryStream();
        GeoJsonWriter.Write(SheetFeatures.Of(sheet), buffer);
        buffer.Position = 0;
        return Results.Stream(buffer, "application/geo+json", $"job-{id}.geojson");
    }

    private static IAsyncEnumerable<ReadingRow> Rows(MoleDb db, int id) => db.Readings.AsNoTracking()
        .Where(r => r.JobId == id)
        .OrderBy(r => r.TakenAt).ThenBy(r => r.Id)
        .Select(r => new ReadingRow
        {
            Id = r.Id,
            TakenAt = r.TakenAt,
            Utility = r.Utility,
            EastMetres = r.EastMetres,
            NorthMetres = r.NorthMetres,
            Peak = r.Peak,
            Null = r.Null,
            DepthMetres = r.DepthMetres,
            CurrentMilliamps = r.CurrentMilliamps,
            DirectionDegrees = r.DirectionDegrees,
            FrequencyHertz = r.FrequencyHertz,
            NullOffsetMetres = r.NullOffsetMetres,
            LiftMetres = r.LiftMetres,
            LiftedDepthMetres = r.LiftedDepthMetres,
            SidewaysPercent = r.SidewaysPercent,
            TurnedDepthMetres = r.TurnedDepthMetres,
            State = r.State.ToString().ToLowerInvariant(),
            Note = r.StateNote,
        })
        .AsAsyncEnumerable();
}
