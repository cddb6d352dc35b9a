using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using GentleMole.Web.Setup;
using GentleMole.Web.Stages;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Api;

/// <summary>A radar cart sends its traces while it is pushed; what was answered with 200 is on the disk, and a trace sent twice is stored once.</summary>
internal static class TracesApi
{
    private const int MostTraces = 2000;
    private const int MostName = 100;
    private static readonly Bounds Megahertz = new(10, 5000);
    private static readonly Bounds Number = new(0, RadarRules.MostTraces - 1);

    public static void MapTraces(this RouteGroupBuilder jobs) => jobs.MapPost("/{id:int}/radar/traces", TakeAsync).RequireAuthorization(ApiScopes.Send)
        .Accepts<TracesRequest>("application/json").Produces<TracesAnswer>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409)
        .WithSummary("Send traces of a radar profile that is being walked");

    private static async Task<IResult> TakeAsync(int id, HttpContext http, MoleDb db, DataFolder folder, UploadQuota quota, TimeProvider clock)
    {
        var (body, refusal) = await ApiBody.ReadAsync<TracesRequest>(http);
        if (!http.Admitted().MaySeeJob(id) || !await db.Jobs.AnyAsync(j => j.Id == id, http.RequestAborted))
        {
            return ApiProblem.NoSuchJob();
        }

        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var (begun, traces) = Read(body, checks, id, http.User.Identity!.Name!, clock.Now());
        if (checks.Errors.Count == 0 && await quota.RefuseAsync(id, 4L * traces.Count * begun.Profile!.SamplesEach, "traces", http.RequestAborted) is { } full)
        {
            checks.Errors.Add(full);
        }

        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        // Once taken on it is carried through: a device that hangs up meanwhile sends it again, and it counts once.
        var taken = await TraceWalks.TakeAsync(db, folder, begun, traces, body.Ended == true, clock.Now(), CancellationToken.None);
        return taken.Conflict is { } why ? ApiProblem.Status(StatusCodes.Status409Conflict, why) : Results.Ok(new TracesAnswer(taken.Accepted, taken.Duplicates, taken.Total));
    }

    private static (WalkedProfile Begun, List<SentTrace> Traces) Read(TracesRequest body, Checks checks, int jobId, string by, NodaTime.Instant now)
    {
        if (!Guid.TryParse(body.Walk, out var walk) || walk == Guid.Empty)
        {
            checks.Add("walk", "It must be a UUID that the device makes for each walk.");
        }

        var name = new string([.. (body.Name ?? "").Where(c => !char.IsControl(c)).Take(MostName)]);
        var (east, north) = (checks.Optional(body.StartEastMetres, "startEastMetres", -SiteRules.FarthestMetres, SiteRules.FarthestMetres), checks.Optional(body.StartNorthMetres, "startNorthMetres", -SiteRules.FarthestMetres, SiteRules.FarthestMetres));
        var bearing = checks.Optional(body.BearingDegrees, "bearingDegrees", 0, 360);
        if (east is null != north is null || east is null != bearing is null)
        {
            checks.Add("startEastMetres", "Start (east and north) and bearing, or none of them.");
        }

        var interval = checks.Number(body.SampleIntervalNanoseconds, "sampleIntervalNanoseconds", RadarRules.Interval.In(0.001));
        var samples = (int)checks.Number(body.Samples, "samples", 1, RadarRules.MostSamples);
        var record = new RadarRecord
        {
            Id = walk, Name = name, SamplesEach = samples, IntervalNanoseconds = interval, SeparationMetres = checks.Optional(body.AntennaSeparationMetres, "antennaSeparationMetres", RadarRules.Separation),
            CentreHertz = checks.Optional(body.CentreMegahertz, "centreMegahertz", Megahertz) * 1e6, By = by,
        };
        var walked = new WalkedProfile
        {
            JobId = jobId, ProfileId = walk, Profile = record, Name = name, StartEastMetres = east, StartNorthMetres = north, BearingDegrees = bearing,
            WheelFactor = checks.Optional(body.WheelFactor, "wheelFactor", ProfilePlace.Factor) ?? 1, Steps = [.. RadarChain.Usual], By = by, At = now,
        };
        var traces = checks.Each(body.Traces, "traces", MostTraces, isNeeded: body.Ended != true, (t, path) => new SentTrace(
            (int)checks.Number(t.Number, $"{path}.number", Number), checks.Number(t.CountedMetres, $"{path}.countedMetres", RadarRules.Along), SamplesOf(t.Samples, samples, path, checks)));
        return (walked, traces);
    }

    private static float[] SamplesOf(IReadOnlyList<double>? samples, int each, string path, Checks checks)
    {
        if (samples is null || samples.Count != each)
        {
            checks.Add($"{path}.samples", samples is null ? "It is missing; it must be a list of numbers." : $"There are {samples.Count} samples; every trace of this walk has {each}.");
            return [];
        }

        var values = new float[each];
        for (var k = 0; k < each; k++)
        {
            values[k] = (float)samples[k];
            if (!float.IsFinite(values[k]))
            {
                checks.Add($"{path}.samples[{k}]", "It must be a number that is not infinite.");
                return [];
            }
        }

        return values;
    }
}
