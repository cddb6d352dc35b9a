using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Where a sonde lies, and the pipe that its fixes make.</summary>
internal static class SondeApi
{
    public static void MapSonde(this RouteGroupBuilder bench)
    {
        bench.MapPost("/sonde", (Delegate)NullsAsync)
            .Accepts<SondeRequest>("application/json").Produces<SondeAnswer>().ProducesProblem(400)
            .WithSummary("Where a sonde lies, from two nulls and the strongest place");
        bench.MapPost("/sonde-row", (Delegate)RowAsync)
            .Accepts<SondeRowRequest>("application/json").Produces<SondeAnswer>().ProducesProblem(400)
            .WithSummary("Where a sonde lies, from a row of levels along the pipe");
        bench.MapPost("/sonde-strength", (Delegate)StrengthAsync)
            .Accepts<SondeStrengthRequest>("application/json").Produces<SondeAnswer>().ProducesProblem(400)
            .WithSummary("Where a sonde lies that has no nulls: by strength, on the ground and lifted");
        bench.MapPost("/sonde-route", (Delegate)RouteAsync)
            .Accepts<SondeRouteRequest>("application/json").Produces<SondeRouteAnswer>().ProducesProblem(400)
            .WithSummary("The pipe that the fixes of a push make");
    }

    private static async Task<IResult> NullsAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<SondeRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var nulls = new SondeNulls(
            checks.Number(body.FrontNullMetres, "frontNullMetres", SondeRules.Along), checks.Number(body.RearNullMetres, "rearNullMetres", SondeRules.Along),
            checks.Number(body.StrongestMetres, "strongestMetres", SondeRules.Along), new Height(checks.Number(body.HeightMetres, "heightMetres", SondeRules.Height)),
            checks.Optional(body.DepthMetres, "depthMetres", SondeRules.Shown), checks.Optional(body.TurnedDepthMetres, "turnedDepthMetres", SondeRules.Shown));
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors) : Answer(SondeLocating.ByNulls(nulls));
    }

    private static async Task<IResult> RowAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<SondeRowRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var row = new SondeRow(
            checks.Each(body.Readings, "readings", SondeRules.MostReadings, isNeeded: true, (r, path) => new SondeReading(
                checks.Number(r.AlongMetres, $"{path}.alongMetres", SondeRules.Along), new Height(checks.Number(r.HeightMetres, $"{path}.heightMetres", SondeRules.Height)),
                checks.Number(r.Along, $"{path}.along", SondeRules.Level), checks.Optional(r.Up, $"{path}.up", SondeRules.Level))),
            checks.Optional(body.RelativeNoise, "relativeNoise", SondeRules.Noise) ?? SondeRow.UsualNoise, checks.Optional(body.NoiseFloor, "noiseFloor", SondeRules.Level) ?? 0);
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors) : await gate.RunAsync(() => Answer(SondeRowFit.Of(row)), http.RequestAborted);
    }

    private static async Task<IResult> StrengthAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<SondeStrengthRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var strength = new SondeStrength(
            checks.Number(body.StrongestMetres, "strongestMetres", SondeRules.Along), checks.Number(body.Strength, "strength", SondeRules.Level),
            new Height(checks.Number(body.HeightMetres, "heightMetres", SondeRules.Height)), checks.Number(body.LiftedStrength, "liftedStrength", SondeRules.Level),
            new Height(checks.Number(body.LiftedHeightMetres, "liftedHeightMetres", SondeRules.Height)));
        return checks.Errors.Count > 0 ? ApiProblem.BadInput(checks.Errors) : Answer(SondeLocating.ByStrength(strength));
    }

    private static async Task<IResult> RouteAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<SondeRouteRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var task = new SondeRouteTask(
            checks.Each(body.Fixes, "fixes", SondeRules.MostFixes, isNeeded: true, (f, path) => new SondeFix(
                checks.Number(f.PaidOutMetres, $"{path}.paidOutMetres", SondeRules.Paid),
                new SitePoint(checks.Number(f.EastMetres, $"{path}.eastMetres", SondeRules.Places), checks.Number(f.NorthMetres, $"{path}.northMetres", SondeRules.Places)),
                new Depth(checks.Number(f.DepthMetres, $"{path}.depthMetres", SondeRules.Depth)), checks.Optional(f.GroundMetres, $"{path}.groundMetres", SondeRules.Ground) ?? 0)),
            checks.Optional(body.PositionSigmaMetres, "positionSigmaMetres", SondeRules.PlaceSigma) ?? SondeRouteTask.UsualPlaceSigma,
            checks.Optional(body.DepthSigmaMetres, "depthSigmaMetres", SondeRules.DepthSigma) ?? SondeRouteTask.UsualDepthSigma);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        return SondeRules.Check(task) is { Count: > 0 } wrong ? ApiProblem.BadInput(wrong) : await gate.RunAsync(() => Results.Ok(Answer(SondeRoute.Of(task).Value)), http.RequestAborted);
    }

    private static IResult Answer(Result<SondePlace> place) => !place.IsGood ? ApiProblem.BadInput(place.Errors) : Results.Ok(new SondeAnswer(
        place.Value.Along.Value, place.Value.Depth.Value, place.Value.TiltDegrees?.Value, ReasonWords.Verdict(place.Value.Verdict),
        [.. place.Value.Reasons.Select(r => new ReasonAnswer(r.Code, ReasonWords.Text(r)))], Interval(place.Value.Along), Interval(place.Value.Depth),
        place.Value.TiltDegrees is { } tilt ? Interval(tilt) : null));

    private static SondeRouteAnswer Answer(SondeRoute route) => new(
        [.. route.Points.Select(p => new[] { p.Place.East, p.Place.North, p.Depth.Metres })], route.LengthMetres,
        new FallAnswer(route.FallPerMetre.Value, route.FallPerMetre.Low95, route.FallPerMetre.High95),
        [.. route.Steps.Select(s => new SondeStepAnswer(s.From, s.To, s.StraightMetres, s.PaidOutMetres, SondeWords.Step(s.Verdict)))], route.Outliers,
        [.. route.Backfalls.Select(b => new BackfallAnswer(b.From, b.To))]);

    private static IntervalAnswer Interval(Estimate estimate) => new(estimate.Low95, estimate.High95);
}
