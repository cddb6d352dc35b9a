using GentleMole.Core;
using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Web.Words;

namespace GentleMole.Web.Api;

/// <summary>Stateless calculations.</summary>
internal static class BenchApi
{
    private const int MostConductors = 100;
    private const int MostOffsets = 10_000;

    /// <summary>No site is wider, no receiver held higher; beyond it an entry is a slip of the finger.</summary>
    private const double FarthestMetres = 10_000;

    public static void MapBench(this RouteGroupBuilder bench)
    {
        bench.MapPost("/line-field", (Delegate)LineFieldAsync)
            .Accepts<LineFieldRequest>("application/json").Produces<LineFieldAnswer>().ProducesProblem(400)
            .WithSummary("Field across straight parallel lines");
        bench.MapPost("/pinpoint", (Delegate)PinpointAsync)
            .Accepts<PinpointRequest>("application/json").Produces<PinpointAnswer>().ProducesProblem(400)
            .WithSummary("Where the line really is, from readings across it");
        bench.MapPost("/depth", (Delegate)DepthAsync)
            .Accepts<DepthRequest>("application/json").Produces<DepthAnswer>().ProducesProblem(400)
            .WithSummary("Depth by lift, tilt, width or gradient");
    }

    private static async Task<IResult> LineFieldAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<LineFieldRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        var conductors = new List<StraightConductor>();
        Count(checks, body.Conductors, "conductors", MostConductors);
        foreach (var (conductor, i) in (body.Conductors ?? []).Take(MostConductors).Select((c, i) => (c, i)))
        {
            if (conductor is null)
            {
                checks.Add($"conductors[{i}]", "It must be an object.");
                continue;
            }

            conductors.Add(new StraightConductor(
                checks.Number(conductor.OffsetMetres, $"conductors[{i}].offsetMetres", -FarthestMetres, FarthestMetres),
                new(checks.Number(conductor.DepthMetres, $"conductors[{i}].depthMetres", 0.001, 1000)),
                checks.Number(conductor.CurrentMilliamps, $"conductors[{i}].currentMilliamps", -1e9, 1e9) / 1000));
        }

        var height = checks.Number(body.HeightMetres, "heightMetres", 0, 1000);
        Count(checks, body.OffsetsMetres, "offsetsMetres", MostOffsets);
        var offsets = (body.OffsetsMetres ?? []).Take(MostOffsets)
            .Select((y, i) => checks.Number(y, $"offsetsMetres[{i}]", -FarthestMetres, FarthestMetres)).ToArray();
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var lines = new ParallelLines(conductors);
        var fields = Array.ConvertAll(offsets, y => lines.At(y, new(height)));
        var places = lines.PeakAndNullIn(offsets.Min(), offsets.Max(), new(height));
        return Results.Ok(new LineFieldAnswer(
            Array.ConvertAll(fields, f => f.HorizontalTesla * 1e9),
            Array.ConvertAll(fields, f => f.VerticalTesla * 1e9),
            places.PeakOffsetMetres,
            places.NullOffsetMetres));
    }

    private static async Task<IResult> PinpointAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<PinpointRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        Count(checks, body.Readings, "readings", CrossReadingRules.MostReadings);
        var readings = new List<CrossReading>();
        foreach (var (reading, i) in (body.Readings ?? []).Take(CrossReadingRules.MostReadings).Select((r, i) => (r, i)))
        {
            if (reading is null)
            {
                checks.Add($"readings[{i}]", "It must be an object.");
                continue;
            }

            readings.Add(new CrossReading(
                checks.Number(reading.OffsetMetres, $"readings[{i}].offsetMetres"),
                checks.Number(reading.HeightMetres, $"readings[{i}].heightMetres"),
                checks.Number(reading.Peak, $"readings[{i}].peak"),
                reading.Null));
        }

        var noise = new ReadingNoise(
            checks.Number(body.RelativeNoise, "relativeNoise"), checks.Number(body.NoiseFloor, "noiseFloor"));
        var tolerance = checks.Number(body.ToleranceMetres, "toleranceMetres");
        var prior = PriorOf(body.Prior, checks);
        if (checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var result = Pinpointing.Locate(readings, noise, tolerance, body.NanoteslaPerUnit, prior);
        if (!result.IsGood)
        {
            return ApiProblem.BadInput(RequestPath.Of(result.Errors));
        }

        var found = result.Value;
        return Results.Ok(new PinpointAnswer(
            found.Model switch { RowModel.Single => "single", RowModel.Pair => "pair" },
            new PositionAnswer(found.Position.Value, found.Position.Low95, found.Position.High95),
            new DepthIntervalAnswer(found.Depth.Value, found.Depth.Low95, found.Depth.High95),
            found.CurrentMilliamps,
            found.Neighbour is { } other ? new NeighbourAnswer(other.NeighbourOffsetMetres, other.NeighbourDepth.Metres, other.CurrentRatio) : null,
            found.PeakOffsetMetres,
            found.NullOffsetMetres,
            [.. found.Marks.Where(m => m.School != MarkSchool.Majority).Select(m => new MarkAnswer(ReasonWords.School(m.School), m.OffsetMetres, m.WidthMetres, m.ToleranceLeftMetres))],
            ReasonWords.Verdict(found.Verdict),
            Reasons(found.Reasons)));
    }

    /// <summary>What is known before, every member of it optional.</summary>
    private static PinpointPrior PriorOf(PinpointPriorBody? body, Checks checks)
    {
        if (body is null)
        {
            return PinpointPrior.None;
        }

        if (body.Neighbours is not null)
        {
            Count(checks, body.Neighbours, "prior.neighbours", PinpointPriorRules.MostNeighbours);
        }

        var neighbours = new List<NeighbourPrior>();
        foreach (var (one, i) in (body.Neighbours ?? []).Take(PinpointPriorRules.MostNeighbours).Select((n, i) => (n, i)))
        {
            if (one?.OffsetMetres is not { } offset)
            {
                // A neighbour of which not even the place is known says nothing.
                continue;
            }

            neighbours.Add(new NeighbourPrior(offset, one.SigmaMetres ?? PinpointPriorRules.UsualSigmaMetres, Depth.OfMetres(one.DepthMetres), one.CurrentRatio));
        }

        return new PinpointPrior(body.OffsetMetres, body.SigmaMetres, Depth.OfMetres(body.DepthMetres), body.DepthSigmaMetres, neighbours);
    }

    private static async Task<IResult> DepthAsync(HttpContext http)
    {
        var (body, refusal) = await ApiBody.ReadAsync<DepthRequest>(http);
        if (body is null)
        {
            return refusal!;
        }

        var checks = new Checks();
        Func<Result<DepthResult>>? compute = checks.Word(body.Method, "method", "lift", "tilt", "width", "gradient") switch
        {
            "lift" => Lift(body, checks),
            "tilt" => Tilt(body, checks),
            "width" => Width(body, checks),
            "gradient" => Gradient(body, checks),
            _ => null,
        };
        if (compute is null || checks.Errors.Count > 0)
        {
            return ApiProblem.BadInput(checks.Errors);
        }

        var result = compute();
        return result.IsGood
            ? Results.Ok(new DepthAnswer(
                result.Value.DepthMetres,
                result.Value.UncertaintyMetres,
                result.Value.Ratio,
                ReasonWords.Verdict(result.Value.Verdict),
                Reasons(result.Value.Reasons)))
            : ApiProblem.BadInput(RequestPath.Of(result.Errors));
    }

    private static Func<Result<DepthResult>> Lift(DepthRequest body, Checks checks)
    {
        ShownDepth Shown(ShownDepthBody? shown, string field)
        {
            if (shown is null)
            {
                checks.Add(field, "It is missing; it must be an object with depthMetres and heightMetres.");
                return new ShownDepth(double.NaN, new(double.NaN));
            }

            return new ShownDepth(
                checks.Number(shown.DepthMetres, field + ".depthMetres"), new(checks.Number(shown.HeightMetres, field + ".heightMetres")));
        }

        var (first, second) = (Shown(body.First, "first"), Shown(body.Second, "second"));
        return () => DepthMethods.Lift(first, second);
    }

    private static Func<Result<DepthResult>> Tilt(DepthRequest body, Checks checks)
    {
        var left = checks.Number(body.LeftMetres, "leftMetres");
        var right = checks.Number(body.RightMetres, "rightMetres");
        var angle = checks.Number(body.AngleDegrees, "angleDegrees");
        return () => DepthMethods.Tilt(left, right, angle);
    }

    private static Func<Result<DepthResult>> Width(DepthRequest body, Checks checks)
    {
        var fraction = checks.Number(body.Fraction, "fraction");
        var antenna = checks.Word(body.Antenna, "antenna", "horizontal", "total") == "total" ? Antenna.Total : Antenna.Horizontal;
        var left = checks.Number(body.LeftMetres, "leftMetres");
        var right = checks.Number(body.RightMetres, "rightMetres");
        var height = checks.Number(body.HeightMetres, "heightMetres");
        return () => DepthMethods.Width(fraction, antenna, left, right, new(height));
    }

    private static Func<Result<DepthResult>> Gradient(DepthRequest body, Checks checks)
    {
        var lower = checks.Number(body.Lower, "lower");
        var upper = checks.Number(body.Upper, "upper");
        var separation = checks.Number(body.SeparationMetres, "separationMetres");
        var height = checks.Number(body.HeightMetres, "heightMetres");
        var source = checks.Word(body.Source, "source", "line", "sonde") == "sonde" ? FieldSource.Sonde : FieldSource.Line;
        return () => DepthMethods.Gradient(lower, upper, separation, new(height), source);
    }

    private static void Count<T>(Checks checks, List<T>? list, string field, int most)
    {
        if (list is null || list.Count == 0)
        {
            checks.Add(field, list is null ? "It is missing; it must be a list." : "The list is empty; it needs at least one entry.");
        }
        else if (list.Count > most)
        {
            checks.Add(field, $"There are {list.Count} entries; {most} is the most.");
        }
    }

    private static ReasonAnswer[] Reasons(IReadOnlyList<Reason> reasons) =>
        [.. reasons.Select(r => new ReasonAnswer(r.Code, ReasonWords.Text(r)))];
}
