using GentleMole.Core.Fault;
using GentleMole.Core.Measures;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Faults of sheaths and wires.</summary>
internal static class FaultApi
{
    public static void MapFault(this RouteGroupBuilder bench)
    {
        bench.MapPost("/fault", (Delegate)SheathAsync)
            .Accepts<FaultRequest>("application/json").Produces<FaultsAnswer>().ProducesProblem(400)
            .WithSummary("Where a sheath leaks, from frame readings along the cable");
        bench.MapPost("/wire-fault", (Delegate)WireAsync)
            .Accepts<WireFaultRequest>("application/json").Produces<WireFaultAnswer>().ProducesProblem(400)
            .WithSummary("What is wrong with a wire and about where, from ohms and nanofarads at its ends; a number above 1e5 ohms in the loop is open");
    }

    private static async Task<IResult> SheathAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<FaultRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var profile = new FaultProfile(
            checks.Number(body.FrameWidthMetres, "frameWidthMetres", FaultRules.Frame),
            checks.Each(body.Readings, "readings", FaultRules.MostReadings, isNeeded: true, (r, path) => new FrameReading(
                checks.Number(r.AlongMetres, $"{path}.alongMetres", FaultRules.Along), checks.Number(r.Level, $"{path}.level", FaultRules.Level))),
            checks.Number(body.ReferenceLevel, "referenceLevel", FaultRules.Reference),
            checks.Optional(body.RelativeNoise, "relativeNoise", FaultRules.Noise) ?? FaultProfile.UsualNoise, checks.Optional(body.NoiseFloor, "noiseFloor", FaultRules.Reference));
        var ohms = checks.Number(body.SheathOhms, "sheathOhms", FaultRules.Sheath);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        return FaultRules.Check(profile) is { Count: > 0 } wrong ? ApiProblem.BadInput(wrong) : await gate.RunAsync(() => Results.Ok(Answer(FaultFit.Of(profile).Value, ohms)), http.RequestAborted);
    }

    private static async Task<IResult> WireAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<WireFaultRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var test = new WireTest(
            checks.Number(body.LengthMetres, "lengthMetres", WireTest.Length), checks.Number(body.OhmsPerKilometre, "ohmsPerKilometre", WireTest.PerKilometre), checks.Optional(body.LoadOhms, "loadOhms", WireTest.Load) ?? 0,
            checks.Optional(body.LoopOhms, "loopOhms", WireTest.Ohms), checks.Optional(body.EarthOhmsNear, "earthOhmsNear", WireTest.Ohms), checks.Optional(body.EarthOhmsFar, "earthOhmsFar", WireTest.Ohms),
            checks.Optional(body.FarLoopOhms, "farLoopOhms", WireTest.Ohms), checks.Optional(body.NanofaradsNear, "nanofaradsNear", WireTest.Nanofarads),
            checks.Optional(body.NanofaradsFar, "nanofaradsFar", WireTest.Nanofarads), checks.Optional(body.MeterPart, "meterPart", WireTest.Meter) ?? WireTest.UsualMeter);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var fault = WireFault.Of(test);
        return !fault.IsGood ? ApiProblem.BadInput(fault.Errors) : Results.Ok(new WireFaultAnswer(
            FaultWords.Kind(fault.Value.Kind), fault.Value.Along?.Value, fault.Value.Along is { } along ? new IntervalAnswer(along.Low95, along.High95) : null, fault.Value.FaultOhms, fault.Value.NeedsFarEnd,
            FaultWords.Wire(fault.Value, test, UnitSystem.Metres)));
    }

    private static FaultsAnswer Answer(FaultFinding finding, double ohms) => new(
        [.. finding.Faults.Select(f => new FaultAnswer(
            f.Along.Value, f.Depth.Value, FaultWords.Grade(f.Grade!.Value), new IntervalAnswer(f.Along.Low95, f.Along.High95), new IntervalAnswer(f.Depth.Low95, f.Depth.High95), f.Level))],
        FaultWords.Class(FaultRules.ClassOf(ohms)), finding.Misfit);
}
