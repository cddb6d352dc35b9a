using System.Runtime.CompilerServices;
using GentleMole.Core;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Files of a job, the same for the API and for the links on the sheet.</summary>
internal static class JobDownload
{
    /// <summary>Those that hold the sheet as data for other programs.</summary>
    public static IReadOnlyList<string> Open { get; } = ["geojson", "kml", "gpkg", "dxf"];

    /// <summary>All that is written, as the addresses name them.</summary>
    public static IReadOnlyList<string> Formats { get; } = [.. Open, "csv", Pdf];

    /// <summary>The one that asks for paper and scale.</summary>
    public const string Pdf = "pdf";

    /// <summary>The links on the sheet: the same files as the API gives, for the person at the page.</summary>
    public static void MapDownloads(this WebApplication app) => app.MapGet(
        "/jobs/{id:int}/files/{format:regex(^(geojson|kml|gpkg|dxf|csv)$)}",
        async (int id, string format, MoleDb db, SheetLoader loader, CancellationToken cancellation) =>
            await MakeAsync(id, format, db, loader, cancellation) ?? Results.NotFound())
        .ExcludeFromDescription();

    /// <summary>All that is known of a job, with its part of the log.</summary>
    public static void MapEvidence(this WebApplication app) => app.MapGet(
        "/jobs/{id:int}/evidence.zip",
        async (int id, HttpContext http, MoleDb db, SheetLoader loader, PhotoShelf shelf, CancellationToken cancellation) =>
            await EvidencePack.MakeAsync(id, Person.Of(http), db, loader, shelf, cancellation) is { } made ? Results.Stream(made, "application/zip", $"job-{id}-evidence.zip") : Results.NotFound())
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
                    stream => WriteReadingsAsync(db, id, stream, cancellation), "text/csv; charset=utf-8", $"job-{id}-readings.csv")
                : null;
        }

        await using var moment = await db.BeginSnapshotAsync(cancellation);
        if (await loader.LoadForFileAsync(id, cancellation) is not var (sheet, dots))
        {
            return null;
        }

        var made = Passing(format);
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

    /// <summary>A file that is gone with its last reader: the store is let go before a slow line has taken it all.</summary>
    public static FileStream Passing(string format) => new(
        Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.{format}"), FileMode.CreateNew, FileAccess.ReadWrite, FileShare.None, 64 * 1024, FileOptions.DeleteOnClose);

    /// <summary>The sheet for print; null when there is no such job, errors when it cannot be printed as was asked.</summary>
    public static async Task<Result<FileStream>?> PrintAsync(int id, Person person, Result<PrintChoice> choice, SheetLoader loader, PhotoShelf shelf, CancellationToken cancellation)
    {
        if (await loader.LoadAsync(id, cancellation) is not { } sheet)
        {
            return null;
        }

        if (!choice.IsGood)
        {
            return choice.Errors.ToList();
        }

        var photos = new List<(byte[], string)>();
        foreach (var (photo, says) in HandoverWords.Photos(sheet).Select(p => (p.Photo, $"{WalkWords.Kind(p.Feature.Kind)} {p.Feature.Name}"))
            .Concat(HandoverWords.MarkPhotos(sheet).Select(p => (p.Photo, $"marks of {LineWords.Kind(p.Line.Kind)}, {p.Line.Owner}")))
            .Concat(HandoverWords.CameraPhotos(sheet).Select(p => (p.Photo, $"{SondeWords.Seen(p.Find.Find.Seen)}, after {person.Run(p.Find.Find.PaidOutMetres)} of cable"))))
        {
            if (await shelf.TakeAsync(photo, withData: false, cancellation) is { } picture)
            {
                photos.Add((picture, says));
            }
        }

        var made = Passing("pdf");
        try
        {
            if (HandoverPdf.Write(sheet, person, choice.Value, photos, made) is { } error)
            {
                await made.DisposeAsync();
                return error;
            }

            made.Position = 0;
            return made;
        }
        catch
        {
            await made.DisposeAsync();
            throw;
        }
    }

    /// <summary>Writes a format; gives its media type.</summary>
    public static string Write(ExportSheet export, string format, Stream stream)
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

    public static Task WriteReadingsAsync(MoleDb db, int id, Stream stream, CancellationToken cancellation) => ReadingsCsv.WriteAsync(Rows(db, id, cancellation), stream, cancellation);

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
