using System.Runtime.CompilerServices;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Files of a job, the same for the API and for the links on the sheet.</summary>
internal static class JobDownload
{
    /// <summary>Formats that are written, as the addresses name them.</summary>
    public static IReadOnlyList<string> Formats { get; } = ["geojson", "kml", "gpkg", "dxf", "csv"];

    /// <summary>The links on the sheet: the same files as the API gives, for the person at the page.</summary>
    public static void MapDownloads(this WebApplication app) => app.MapGet(
        "/jobs/{id:int}/files/{format:regex(^(geojson|kml|gpkg|dxf|csv)$)}",
        async (int id, string format, MoleDb db, SheetLoader loader, CancellationToken cancellation) =>
            await MakeAsync(id, format, db, loader, cancellation) ?? Results.NotFound())
        .ExcludeFromDescription();

    /// <summary>A photo: without the camera's data, unless it is asked for.</summary>
    public static void MapPhotos(this WebApplication app) => app.MapGet(
        "/jobs/{id:int}/photos/{photo:guid}",
        async (int id, Guid photo, string? data, MoleDb db, PhotoShelf shelf, CancellationToken cancellation) =>
            await db.Photos.AsNoTracking().SingleOrDefaultAsync(p => p.Id == photo && p.JobId == id, cancellation) is { } row
            && await shelf.TakeAsync(row, data == "keep", cancellation) is { } picture
                ? Results.Bytes(picture, PhotoShelf.TypeOf(row))
                : Results.NotFound())
        .ExcludeFromDescription();

    /// <summary>The file, or null when there is no such job.</summary>
    public static async Task<IResult?> MakeAsync(
        int id, string format, MoleDb db, SheetLoader loader, CancellationToken cancellation)
    {
        if (format == "csv")
        {
            return await db.Jobs.AnyAsync(j => j.Id == id, cancellation)
                ? Results.Stream(
                    stream => ReadingsCsv.WriteAsync(Rows(db, id, cancellation), stream, cancellation), "text/csv; charset=utf-8", $"job-{id}-readings.csv")
                : null;
        }

        await using var moment = await db.BeginSnapshotAsync(cancellation);
        if (await loader.LoadForFileAsync(id, cancellation) is not var (sheet, dots))
        {
            return null;
        }

        // Made in a file that is gone with its last reader: the store is let go before a slow line has taken it all.
        var made = new FileStream(
            Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.{format}"), FileMode.CreateNew, FileAccess.ReadWrite, FileShare.None, 64 * 1024, FileOptions.DeleteOnClose);
        try
        {
            var type = Write(SheetFeatures.Of(sheet, dots, EvidenceStore.LooseAsync(db, id, cancellation).ToBlockingEnumerable(cancellation)), format, made);
            made.Position = 0;
            return Results.Stream(made, type, $"job-{id}.{format}");
        }
        catch
        {
            await made.DisposeAsync();
            throw;
        }
    }

    /// <summary>Writes a format; gives its media type.</summary>
    private static string Write(ExportSheet export, string format, Stream stream)
    {
        switch (format)
        {
            case "kml":
                KmlWriter.Write(export, stream);
                return "application/vnd.google-earth.kml+xml";
            case "gpkg":
                GeoPackageWriter.Write(export, stream);
                return "application/geopackage+sqlite3";
            case "dxf":
                DxfWriter.Write(export, stream);
                return "image/vnd.dxf";
            default:
                GeoJsonWriter.Write(export, stream);
                return "application/geo+json";
        }
    }

    /// <summary>Dots in the order taken, then the samples of which none was made, in the order in which they came.</summary>
    private static async IAsyncEnumerable<ReadingRow> Rows(MoleDb db, int id, [EnumeratorCancellation] CancellationToken cancellation)
    {
        await foreach (var dot in Dots(db, id).WithCancellation(cancellation))
        {
            yield return dot;
        }

        await foreach (var s in EvidenceStore.LooseAsync(db, id, cancellation))
        {
            yield return new ReadingRow
            {
                Id = s.Id,
                TakenAt = s.TakenAt,
                Utility = s.Utility,
                EastMetres = s.EastMetres,
                NorthMetres = s.NorthMetres,
                Peak = s.Peak,
                Null = s.Null,
                DepthMetres = s.DepthMetres,
                CurrentMilliamps = s.CurrentMilliamps,
                DirectionDegrees = s.DirectionDegrees,
                FrequencyHertz = s.FrequencyHertz,
                State = nameof(DotState.Taken).ToLowerInvariant(),
            };
        }
    }

    private static IAsyncEnumerable<ReadingRow> Dots(MoleDb db, int id) => db.Readings.AsNoTracking()
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
            TiltLeftMetres = r.TiltLeftMetres,
            TiltRightMetres = r.TiltRightMetres,
            WidthLeftMetres = r.WidthLeftMetres,
            WidthRightMetres = r.WidthRightMetres,
            State = r.State.ToString().ToLowerInvariant(),
            Note = r.StateNote,
        })
        .AsAsyncEnumerable();
}
