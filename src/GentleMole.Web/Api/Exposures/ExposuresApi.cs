using GentleMole.Core;
using GentleMole.Core.Exposures;
using GentleMole.Core.Lines;
using GentleMole.Core.Trace;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Trust;

namespace GentleMole.Web.Api;

/// <summary>What was dug up is sent by whoever stands at the hole; what is sent twice is stored once.</summary>
internal static class ExposuresApi
{
    private const int MostAtOnce = 200;
    private static readonly Bounds Millimetres = new(Exposure.Outside.Least * 1000, Exposure.Outside.Most * 1000);

    public static void MapExposures(this RouteGroupBuilder jobs) => jobs.MapPost("/{id:int}/exposures", TakeAsync).RequireAuthorization(ApiScopes.Send)
        .Accepts<ExposuresRequest>("application/json").Produces<ExposuresAnswer>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409)
        .WithSummary("Send what was dug up; what is sent twice is stored once");

    private static async Task<IResult> TakeAsync(int id, HttpContext http, SheetLoader loader, ExposureIntake intake, TimeProvider clock)
    {
        var (body, refusal) = await ApiBody.ReadAsync<ExposuresRequest>(http);
        if (!http.Admitted().MaySeeJob(id) || await loader.LoadAsync(id, http.RequestAborted) is not { } sheet)
        {
            return ApiProblem.NoSuchJob();
        }

        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var (by, now) = (http.User.Identity!.Name!, clock.Now());
        var sent = checks.Each(body.Exposures, "exposures", MostAtOnce, isNeeded: true, (e, path) => Read(e, path, checks, sheet, by, now));
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        // Once taken on it is carried through: a device that hangs up meanwhile sends it again, and it counts once.
        var taken = await intake.TakeAsync(sheet, sent, CancellationToken.None);
        return taken.Elsewhere is { } foreign ? ApiProblem.Status(StatusCodes.Status409Conflict, $"Exposure {foreign} is stored in another job already; nothing of this request was stored.")
            : taken.IsFull ? ApiProblem.Status(StatusCodes.Status409Conflict, $"This job would have more than {ExposureIntake.MostOfJob} exposures; nothing of this request was stored.")
            : Results.Ok(new ExposuresAnswer(taken.Accepted, taken.Duplicates));
    }

    private static UncoveredLine Read(ExposureBody body, string path, Checks checks, JobSheet sheet, string by, NodaTime.Instant now)
    {
        var utility = checks.Text(body.Utility, $"{path}.utility", ReadingRules.MostUtility);
        var line = LineNames.Find(utility, [.. sheet.Lines.Select(l => l.Line)]);
        return new UncoveredLine
        {
            Id = checks.Id(body.Id, $"{path}.id"),
            JobId = sheet.Job.Id,
            LineId = line?.Id,
            Kind = line?.Kind ?? Utilities.FromWord(utility),
            TakenAt = checks.Moment(body.TakenAt, $"{path}.takenAt"),
            EastMetres = checks.Number(body.EastMetres, $"{path}.eastMetres", ReadingRules.Place),
            NorthMetres = checks.Number(body.NorthMetres, $"{path}.northMetres", ReadingRules.Place),
            CoverMetres = checks.Number(body.CoverMetres, $"{path}.coverMetres", Exposure.Cover),
            OutsideDiameterMetres = checks.Optional(body.OutsideMillimetres, $"{path}.outsideMillimetres", Millimetres) / 1000,
            By = by,
            At = now,
        };
    }
}
