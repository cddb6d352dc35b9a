using GentleMole.Core;
using GentleMole.Core.Notices;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Boards;
using GentleMole.Web.Live;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Api;

/// <summary>Jobs, their readings, and what is taken away from them.</summary>
internal static class JobsApi
{
    public static void MapJobs(this RouteGroupBuilder jobs)
    {
        jobs.MapGet("/", ListAsync).Produces<List<JobAnswer>>().WithSummary("Every job");
        jobs.MapPost("/", CreateAsync).RequireAuthorization(ApiScopes.Change)
            .Accepts<NewJobRequest>("application/json").Produces<NewJobAnswer>(201).ProducesProblem(400)
            .WithSummary("Open a job");
        jobs.MapGet("/{id:int}", DetailAsync).Produces<JobDetailAnswer>().ProducesProblem(404).WithSummary("One job");
        jobs.MapPost("/{id:int}/readings", ReadingsAsync).RequireAuthorization(ApiScopes.Send)
            .Accepts<ReadingsRequest>("application/json").Produces<ReadingsAnswer>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409)
            .WithSummary("Send readings; a reading sent twice is stored once");
        jobs.MapGet("/{id:int}/export/{format}", ExportAsync)
            .Produces(200, contentType: "application/geo+json", additionalContentTypes: ["text/csv", "application/vnd.google-earth.kml+xml", "image/vnd.dxf", "application/geopackage+sqlite3"]).ProducesProblem(404)
            .WithSummary("Take the job away as geojson, kml, gpkg, dxf or csv");
    }

    private static async Task<IResult> ListAsync(HttpContext http, JobList jobs) =>
        Results.Ok((await jobs.LoadAsync(http.RequestAborted)).Where(j => http.Admitted().MaySeeJob(j.Id)).Select(j => new JobAnswer(j.Id, j.Name, j.Progress.State)));

    private static async Task<IResult> CreateAsync(HttpContext http, MoleDb db, TimeProvider clock)
    {
        if (http.Admitted().OnlyJobId is not null)
        {
            return ApiProblem.Status(StatusCodes.Status403Forbidden, "This token is for one job; it may not open others.");
        }

        var (body, refusal) = await ApiBody.ReadAsync<NewJobRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        static string Text(string? text) => text?.Trim() ?? "";
        var called = new CalledNotice(
            body.Name?.Trim(), Text(body.Where), Text(body.Digger), Text(body.Contact), Text(body.Purpose), "", body.DigDepthMetres,
            body.OriginLatitudeDegrees, body.OriginLongitudeDegrees, [], []);
        if (called.Check() is { Count: > 0 } wrong)
        {
            return ApiProblem.BadInput(RequestPath.Of(wrong));
        }

        var firm = await db.Firms.AsNoTracking().SingleAsync(http.RequestAborted);
        var job = new Job
        {
            Name = called.Name!,
            Where = called.Where,
            Digger = called.Digger,
            Contact = called.Contact,
            Purpose = called.Purpose,
            DigDepthMetres = called.DigDepthMetres,
            OriginLatitude = called.LatitudeDegrees ?? firm.HomeLatitude,
            OriginLongitude = called.LongitudeDegrees ?? firm.HomeLongitude,
            OriginProvisional = called.LatitudeDegrees is null,
            CreatedAt = clock.Now(),
        };
        db.Jobs.Add(job);
        await db.SaveChangesAsync(http.RequestAborted);
        return Results.Created($"{ApiSetup.Base}/jobs/{job.Id}", new NewJobAnswer(job.Id));
    }

    private static async Task<IResult> DetailAsync(int id, HttpContext http, MoleDb db, JobList jobs, CancellationToken cancellation)
    {
        if (!http.Admitted().MaySeeJob(id) || (await jobs.LoadAsync(cancellation)).FirstOrDefault(j => j.Id == id) is not { } listed)
        {
            return ApiProblem.NoSuchJob();
        }

        var job = await db.Jobs.AsNoTracking().SingleAsync(j => j.Id == id, cancellation);
        var readings = await db.Readings.CountAsync(r => r.JobId == id, cancellation) + await db.Loose.CountAsync(l => l.JobId == id, cancellation);
        return Results.Ok(new JobDetailAnswer(
            id, job.Name, listed.Progress.State, job.Where, job.Digger, job.Purpose, job.DigDepthMetres,
            job.OriginLatitude, job.OriginLongitude, job.OriginProvisional, readings));
    }

    private static async Task<IResult> ReadingsAsync(int id, HttpContext http, EvidenceStore evidence, ChangeContext change, LiveDesk live, LiveTicks ticks)
    {
        var (body, refusal) = await ApiBody.ReadReadingsAsync(http);
        if (!http.Admitted().MaySeeJob(id) || (body is null && !await ExistsAsync(http, id)))
        {
            return ApiProblem.NoSuchJob();
        }

        if (body is null)
        {
            return refusal!;
        }

        var samples = ReadingIntake.Check(body);
        if (!samples.IsGood)
        {
            return await ExistsAsync(http, id) ? ApiProblem.BadInput(samples.Errors) : ApiProblem.NoSuchJob();
        }

        // Once taken on it is carried through: a device that hangs up meanwhile sends it again, and it counts once.
        var outcome = await evidence.TakeAsync(id, change.Who, samples.Value, change.WhoId);
        if (outcome.Accepted > 0)
        {
            live.Tell(id, change.Who, samples.Value);
            ticks.Look(id, samples.Value);
        }

        return outcome.NoSuchJob ? ApiProblem.NoSuchJob() : outcome.Elsewhere is { } foreign
            ? ApiProblem.Status(StatusCodes.Status409Conflict, $"Reading {foreign} is stored in another job already; nothing of this request was stored.")
            : Results.Ok(new ReadingsAnswer(outcome.Accepted, outcome.Duplicates));
    }

    /// <summary>Asked only when something is to be said; the writer looks for itself.</summary>
    private static Task<bool> ExistsAsync(HttpContext http, int id) =>
        http.RequestServices.GetRequiredService<MoleDb>().Jobs.AnyAsync(j => j.Id == id, http.RequestAborted);

    private static async Task<IResult> ExportAsync(
        int id, string format, HttpContext http, MoleDb db, SheetLoader loader, PhotoShelf shelf, CancellationToken cancellation)
    {
        if (!JobDownload.Formats.Contains(format))
        {
            return ApiProblem.Status(StatusCodes.Status404NotFound, $"This format is not written here; {string.Join(", ", JobDownload.Formats)} are.");
        }

        if (!http.Admitted().MaySeeJob(id))
        {
            return ApiProblem.NoSuchJob();
        }

        if (format == JobDownload.Pdf)
        {
            var query = http.Request.Query;
            return await JobDownload.PrintAsync(id, Person.Of(http), PrintChoice.Read(query["paper"], query["way"], query["scale"]), loader, shelf, cancellation) switch
            {
                null => ApiProblem.NoSuchJob(),
                { IsGood: true, Value: var made } => Results.Stream(made, "application/pdf", $"job-{id}.pdf"),
                { Errors: var errors } => ApiProblem.BadInput(errors),
            };
        }

        return await JobDownload.MakeAsync(id, format, db, loader, cancellation) ?? ApiProblem.NoSuchJob();
    }
}
