using GentleMole.Core;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Which line is under each dot.</summary>
internal static class IdentifyApi
{
    private const int MostDots = 20;
    private const int MostFrequencies = 50;

    public static void MapIdentify(this RouteGroupBuilder bench) =>
        bench.MapPost("/identify", (Delegate)IdentifyAsync)
            .Accepts<IdentifyRequest>("application/json").Produces<IdentifyAnswer>().ProducesProblem(400)
            .WithSummary("Which line is under each dot");

    private static async Task<IResult> IdentifyAsync(HttpContext http, ProcessorGate gate)
    {
        var (body, refusal) = await ApiBody.ReadAsync<IdentifyRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        if (TaskOf(body, checks) is not { } task)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        if (IdentifyRules.Check(task) is { Count: > 0 } wrong)
        {
            return ApiProblem.BadInput(RequestPath.Of(wrong));
        }

        return await gate.RunAsync(() => Answer(task, http.RequestAborted), http.RequestAborted);
    }

    private static IResult Answer(IdentifyTask task, CancellationToken cancel)
    {
        var grounds = GroundSet.Of(task, cancel);
        if (!grounds.IsUsable)
        {
            return ApiProblem.BadInput("lines", "This network cannot be solved: resistances or lengths in it are too small or too large to be real, or too many lines run side by side.");
        }

        var words = new IdentifyWords(line => line == task.Target ? $"the target {line}" : $"line {line}");
        return Results.Ok(new IdentifyAnswer([.. Identification.Of(task, grounds, cancel).Select(i => Answer(i, words))]));
    }

    private static IdentityAnswer Answer(DotIdentity identity, IdentifyWords words) => new(
        [.. identity.Hypotheses.Select(h => new HypothesisAnswer(IdentifyWords.Kind(h.Kind), h.Kind is HypothesisKind.Target or HypothesisKind.Line ? h.Line : null, h.Probability))],
        ReasonWords.Verdict(identity.Verdict),
        [.. words.Reasons(identity).Select(r => new ReasonAnswer(r.Code, r.Text))],
        identity.Next.Count > 0 ? new NextMeasurementAnswer(IdentifyWords.Next(identity.Next[0].Kind), identity.Next[0].Bits) : null);

    private static IdentifyTask? TaskOf(IdentifyRequest body, Checks checks)
    {
        var reader = new NetworkReader(checks);
        var network = reader.Network(new HookupRequest(body.Soil, body.FrequencyHertz, body.Lines, body.Bonds, null, body.Source, null));
        var source = reader.Source(body.Source, isDriveNeeded: false);
        var hertz = checks.Number(body.FrequencyHertz, "frequencyHertz", NetworkRules.LeastHertz, NetworkRules.MostHertz);
        var doubts = (body.Lines ?? []).Select((l, i) => l is null ? 0 : checks.Number(l.DoubtMetres, $"lines[{i}].doubtMetres", IdentifyRules.Doubt)).ToList();
        if (body.FrequenciesHertz is { Count: > MostFrequencies } many)
        {
            checks.Add("frequenciesHertz", $"There are {many.Count} entries; {MostFrequencies} is the most.");
        }

        if (string.IsNullOrWhiteSpace(body.Target))
        {
            checks.Add("target", "It is missing; it must be the id of a line.");
        }

        if (body.Observations is not { Count: > 0 and <= MostDots })
        {
            checks.Add("observations", body.Observations is null ? "It is missing; it must be a list." : $"There are {body.Observations.Count} entries; 1 to {MostDots} can be asked at once.");
            return null;
        }

        var dots = body.Observations.Select((o, i) => Dot(o, $"observations[{i}]", checks)).ToList();
        return checks.Errors.Count > 0 || network is null || source is null ? null : new IdentifyTask
        {
            Network = network, DoubtMetres = doubts, Source = source, Hertz = hertz, Frequencies = body.FrequenciesHertz ?? [], Target = body.Target!,
            UnknownLines = body.UnknownLines ?? true, ShownMilliamps = body.Shown?.CurrentMilliamps, ShownVolts = body.Shown?.Volts, Dots = dots!, Receiver = IdentifyTask.CalibratedAt(hertz),
        };
    }

    private static ObservedDot? Dot(ObservationBody? body, string path, Checks checks)
    {
        if (body is null)
        {
            checks.Add(path, "It must be an object.");
            return null;
        }

        if (body.Position is not { Count: 2 } at || !at.TrueForAll(double.IsFinite))
        {
            checks.Add($"{path}.position", "It must be two numbers, east and north in metres.");
            return null;
        }

        var walking = checks.Number(body.WalkingDegrees, $"{path}.walkingDegrees", ReadingRules.DirectionDegrees);
        var direction = checks.Optional(body.DirectionDegrees, $"{path}.directionDegrees", ReadingRules.DirectionDegrees);
        CurrentWay? way = body.CurrentDirection is null ? null : checks.Word(body.CurrentDirection, $"{path}.currentDirection", "with", "against", "none") switch
        {
            "with" => CurrentWay.With,
            "against" => CurrentWay.Against,
            _ => CurrentWay.None,
        };
        return new ObservedDot(new SitePoint(at[0], at[1]), Azimuth.Of(walking), checks.Number(body.PeakOffsetMetres, $"{path}.peakOffsetMetres", IdentifyRules.Offset))
        {
            NullOffsetMetres = body.NullOffsetMetres, Depth = Depth.OfMetres(body.DepthMetres), CurrentMilliamps = body.CurrentMilliamps, Way = way,
            Direction = direction is { } d ? Azimuth.Of(d) : null, PeakNanotesla = body.PeakNanotesla, LiftRatio = body.LiftRatio, SidewaysFraction = body.SidewaysFraction,
            Readings = [.. (body.Readings ?? []).Take(IdentifyRules.MostReadings + 1).Select((r, i) => Reading(r, $"{path}.readings[{i}]", checks))],
        };
    }

    private static CrossReading Reading(CrossReadingBody? body, string path, Checks checks) => new(
        checks.Number(body?.OffsetMetres, $"{path}.offsetMetres", IdentifyRules.Offset), checks.Number(body?.HeightMetres, $"{path}.heightMetres", IdentifyRules.Height),
        checks.Number(body?.Peak, $"{path}.peak", IdentifyRules.Nanotesla), body?.Null);
}
