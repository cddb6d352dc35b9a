using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Exchange.Radar;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using GentleMole.Web.Setup;
using GentleMole.Web.Stages;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;
using Microsoft.Net.Http.Headers;

namespace GentleMole.Web.Api;

/// <summary>Radar profiles: taken in as they come, searched, given out again.</summary>
internal static class ProfilesApi
{
    private const long Around = 64 * 1024;
    private const int MostWord = 100;

    private static readonly Dictionary<string, SampleIntervalUnit> Units = new(StringComparer.Ordinal)
    {
        ["picoseconds"] = SampleIntervalUnit.Picoseconds,
        ["nanoseconds"] = SampleIntervalUnit.Nanoseconds,
        ["microseconds"] = SampleIntervalUnit.Microseconds,
    };

    public static void MapProfiles(this RouteGroupBuilder profiles)
    {
        profiles.MapPost("/", (Delegate)TakeInAsync).RequireAuthorization(ApiScopes.Send)
            .Accepts<IFormFile>("multipart/form-data").Produces<ProfileAnswer>(201).ProducesProblem(400).ProducesProblem(413)
            .WithSummary("Send a profile as SEG-Y");
        profiles.MapGet("/{id:guid}/targets", TargetsAsync).Produces<TargetsAnswer>().ProducesProblem(400).ProducesProblem(404).WithSummary("Pipes and cables that it shows");
        profiles.MapGet("/{id:guid}/file.sgy", FileAsync).Produces(200, contentType: "application/octet-stream").ProducesProblem(400).ProducesProblem(404)
            .WithSummary("The profile as SEG-Y, after the steps that are asked for");
    }

    private static async Task<IResult> TakeInAsync(HttpContext http, MoleDb db, DataFolder folder, UploadQuota quota, ProfileShelf shelf, TimeProvider clock)
    {
        if (Refused(http) is { } refusal)
        {
            return refusal;
        }

        if (http.Request.ContentLength > ProfileShelf.MostBytes + Around)
        {
            return ApiProblem.Status(StatusCodes.Status413PayloadTooLarge, "A radar file may have 512 MB.");
        }

        if (!MediaTypeHeaderValue.TryParse(http.Request.ContentType, out var type) || !type.MediaType.Equals("multipart/form-data", StringComparison.OrdinalIgnoreCase)
            || HeaderUtilities.RemoveQuotes(type.Boundary).Value is not { Length: > 0 and <= MostWord } boundary)
        {
            return ApiProblem.Status(StatusCodes.Status415UnsupportedMediaType, "The profile must be sent as multipart/form-data, in a part called file.");
        }

        if (http.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
        {
            size.MaxRequestBodySize = ProfileShelf.MostBytes + Around;
        }

        var scratch = Path.Combine(folder.Root, DataFolder.ScratchName());
        try
        {
            var (name, unit, errors) = await ReceiveAsync(http, boundary, scratch);
            if (errors.Count > 0)
            {
                return ApiProblem.BadInput(errors);
            }

            if (await quota.RefuseAsync(null, new FileInfo(scratch).Length, "file", http.RequestAborted) is { } full)
            {
                return ApiProblem.BadInput([full]);
            }

            Result<RadarProfile> read;
            await using (var file = new FileStream(scratch, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.SequentialScan))
            {
                read = await SegYReader.ReadAsync(file, unit, http.RequestAborted);
            }

            if (!read.IsGood)
            {
                return ApiProblem.BadInput(read.Errors);
            }

            var (record, undo) = await shelf.KeepAsync(db, read.Value, name, http.User.Identity!.Name!, clock.Now(), http.RequestAborted);
            try
            {
                await db.SaveChangesAsync(http.RequestAborted);
            }
            catch
            {
                undo();
                throw;
            }

            return Results.Created($"{ApiSetup.Base}/radar/profiles/{record.Id}/targets", new ProfileAnswer(record.Id, record.Traces, record.SamplesEach, record.LengthMetres, read.Value.WindowNanoseconds));
        }
        catch (BadHttpRequestException error) when (error.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            return ApiProblem.Status(StatusCodes.Status413PayloadTooLarge, "A radar file may have 512 MB.");
        }
        catch (Exception error) when (error is InvalidDataException || (error is IOException && error.Message.Contains("Unexpected end", StringComparison.Ordinal)))
        {
            return ApiProblem.BadInput("body", "The parts of the body cannot be told from each other; send multipart/form-data.");
        }
        finally
        {
            File.Delete(scratch);
        }
    }

    /// <summary>Lays the file down as it comes, whatever stands before and behind it.</summary>
    private static async Task<(string Name, SampleIntervalUnit? Unit, List<FieldError> Errors)> ReceiveAsync(HttpContext http, string boundary, string scratch)
    {
        var errors = new List<FieldError>();
        var (name, hasFile, unit) = ("", false, (SampleIntervalUnit?)null);
        var reader = new MultipartReader(boundary, http.Request.Body);
        while (await reader.ReadNextSectionAsync(http.RequestAborted) is { } section)
        {
            if (!ContentDispositionHeaderValue.TryParse(section.ContentDisposition, out var about))
            {
                continue;
            }

            switch (HeaderUtilities.RemoveQuotes(about.Name).Value)
            {
                case "file" when !hasFile:
                    name = ProfileShelf.NameOf(HeaderUtilities.RemoveQuotes(about.FileName).Value);
                    await using (var file = new FileStream(scratch, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 16))
                    {
                        await section.Body.CopyToAsync(file, http.RequestAborted);
                    }

                    hasFile = true;
                    break;
                case "sampleIntervalUnit":
                    var word = new char[MostWord];
                    using (var text = new StreamReader(section.Body))
                    {
                        var count = await text.ReadBlockAsync(word, http.RequestAborted);
                        if (Units.TryGetValue(new string(word, 0, count).Trim(), out var known))
                        {
                            unit = known;
                        }
                        else if (count > 0)
                        {
                            errors.Add(new FieldError("sampleIntervalUnit", $"It must be one of: {string.Join(", ", Units.Keys)}."));
                        }
                    }

                    break;
            }
        }

        if (!hasFile)
        {
            errors.Add(new FieldError("file", "It is missing; send the profile in a part called file."));
        }

        return (name, unit, errors);
    }

    private static async Task<IResult> TargetsAsync(Guid id, string? velocity, HttpContext http, MoleDb db, DataFolder folder, ProcessorGate gate)
    {
        double? given = string.IsNullOrEmpty(velocity) ? null : double.TryParse(velocity, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : double.NaN;
        var errors = new List<FieldError>();
        RadarRules.Velocity.Refuse(errors, given, "velocity", "the velocity in the ground, in metres per nanosecond");
        if (errors.Count > 0)
        {
            return ApiProblem.BadInput(errors);
        }

        var (profile, refusal) = await ProfileAsync(id, http, db, folder);
        return profile is null ? refusal! : await gate.RunAsync(() => Answer(TargetSearch.Of(profile, given)), http.RequestAborted);
    }

    private static IResult Answer(RadarFinding finding) => Results.Ok(new TargetsAnswer(
        finding.Velocity?.Value,
        [.. finding.Targets.Select(t => new TargetAnswer(
            t.Along.Value, t.TimeNanoseconds, t.Cover.Value, t.Velocity.Value, RadarWords.PolarityWord(t.IsNormal), t.Confidence, t.Cover.Low95, t.Cover.High95))]));

    private static async Task<IResult> FileAsync(Guid id, string? steps, HttpContext http, MoleDb db, DataFolder folder, ProcessorGate gate)
    {
        var words = (steps ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length > MostSteps || Array.Exists(words, w => !RadarStep.Words.ContainsKey(w)))
        {
            return ApiProblem.BadInput("steps", words.Length > MostSteps ? $"There are {words.Length} steps; {MostSteps} is the most." : $"A step is not known here; they are: {string.Join(", ", RadarStep.Words.Keys)}.");
        }

        var (profile, refusal) = await ProfileAsync(id, http, db, folder);
        if (profile is null)
        {
            return refusal!;
        }

        var done = words.Length == 0 ? profile : await gate.RunAsync(() => RadarChain.Run(profile, [.. words.Select(w => new RadarStep(RadarStep.Words[w]))]), http.RequestAborted);
        http.Response.ContentLength = SegYWriter.LengthOf(done);
        return Results.Stream(
            to => SegYWriter.WriteAsync(done, words.Length == 0 ? ["SAMPLES AS THEY CAME"] : [$"STEPS: {string.Join(", ", words).ToUpperInvariant()}"], to, http.RequestAborted), "application/octet-stream", $"{id}.sgy");
    }

    private static async Task<(RadarProfile? Profile, IResult? Refusal)> ProfileAsync(Guid id, HttpContext http, MoleDb db, DataFolder folder)
    {
        if (Refused(http) is { } refusal)
        {
            return (null, refusal);
        }

        var record = await db.Profiles.AsNoTracking().SingleOrDefaultAsync(p => p.Id == id, http.RequestAborted);
        return record is null ? (null, ApiProblem.Status(StatusCodes.Status404NotFound, "There is no profile with this id."))
            : await TraceFile.TakeAsync(folder, record, http.RequestAborted) is { } profile ? (profile, null)
            : (null, ApiProblem.Status(StatusCodes.Status404NotFound, "The traces of this profile are gone; bring them back from a backup."));
    }

    /// <summary>Profiles belong to the firm, not to one job.</summary>
    private static IResult? Refused(HttpContext http) =>
        http.Admitted().OnlyJobId is null ? null : ApiProblem.Status(StatusCodes.Status403Forbidden, "This token is for one job; profiles are open to those for all.");

    private const int MostSteps = 20;
}
