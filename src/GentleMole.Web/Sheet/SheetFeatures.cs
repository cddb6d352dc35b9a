using System.Globalization;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Core.Walk;
using GentleMole.Exchange;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>The sheet as features for any open format.</summary>
internal static class SheetFeatures
{
    /// <param name="loose">Samples that name no utility of the notice, in the order in which they came; gone through as often as the features are.</param>
    public static ExportSheet Of(JobSheet sheet, Func<SheetLine, IEnumerable<JudgedDot>> dots, IEnumerable<Sample> loose) => new(
        sheet.Job.Name, sheet.Job.Origin, sheet.Job.OriginProvisional, Features(sheet, dots, loose));

    private static IEnumerable<ExportFeature> Features(JobSheet sheet, Func<SheetLine, IEnumerable<JudgedDot>> dots, IEnumerable<Sample> loose)
    {
        if (sheet.HasDig)
        {
            yield return Make("dig", ExportShape.Area, sheet.Job.DigCorners, ("name", sheet.Job.Name), ("digger", sheet.Job.Digger),
                ("digDepthMetres", sheet.Job.DigDepthMetres));
        }

        foreach (var feature in sheet.Job.Features.Where(f => f.Points.Count > 0))
        {
            yield return Make(
                "feature",
                feature.Shape switch { FeatureShape.Outline => ExportShape.Area, FeatureShape.Line => ExportShape.Line, FeatureShape.Spot => ExportShape.Point },
                feature.Points,
                ("name", feature.Name), ("is", WalkWords.Kind(feature.Kind)), ("utility", feature.Utility?.ToString().ToLowerInvariant()),
                ("material", feature.Material), ("note", feature.Note), ("positionUncertaintyMetres", feature.DoubtMetres),
                ("photos", feature.Photos.Count > 0 ? feature.Photos.Count : null));
        }

        var tied = RecordCheck.Tied(sheet.Seen, sheet.Recorded);
        foreach (var record in sheet.Job.Records.Where(r => r.Points.Count >= 2))
        {
            yield return Make("record", ExportShape.Line, record.Points,
                ("utility", record.Kind.ToString().ToLowerInvariant()), ("owner", record.Owner), ("material", record.Material), ("ducts", record.Ducts),
                ("coverMetres", record.CoverMetres), ("positionUncertaintyMetres", record.DoubtMetres),
                ("qualityLevel", tied.Contains(record.Id) ? nameof(QualityLevel.C) : nameof(QualityLevel.D)), ("method", record.Source));
        }

        foreach (var line in sheet.Lines)
        {
            foreach (var feature in OfLine(sheet, line, dots(line)))
            {
                yield return feature;
            }
        }

        foreach (var found in sheet.Job.Found.Where(f => f.Points.Count >= 2))
        {
            var covers = found.CoversMetres.Count > 0 ? found.CoversMetres : null;
            yield return Make("found", ExportShape.Line, found.Points,
                ("utility", Utility(sheet.LineById(found.LineId)?.Line)), ("owner", sheet.LineById(found.LineId)?.Line.Owner), ("is", SweepWords.Become(found.Becomes)),
                ("probability", Math.Round(found.Probability, 3)), ("positionUncertaintyMetres", Math.Round(found.Lateral95Metres, 3)), ("depthMetres", found.DepthMetres is { } d ? Math.Round(d, 2) : null),
                ("qualityLevel", RadarLevel.Of(found is { Source: FoundBy.Radar, Becomes: not FoundAs.Ghost }, found.Probability, covers is not null && found.CoverHalfMetres is not null).ToString()), ("method", found.Source == FoundBy.Radar ? "radar: runs over neighbouring lines" : "sweep: " + string.Join(", ", found.Modes.Select(SweepWords.Said))),
                ("coverLeastMetres", covers is null ? null : Math.Round(covers.Min(), 3)), ("coverMostMetres", covers is null ? null : Math.Round(covers.Max(), 3)),
                ("coverUncertaintyMetres", found.CoverHalfMetres is { } half ? Math.Round(half, 3) : null),
                ("next", found is { Becomes: FoundAs.Unknown, SettledAt: null } ? SweepWords.Step(found.NextStep) : null), ("outcome", found.Outcome), ("note", found.Note));
        }

        foreach (var body in sheet.Job.Bodies.Where(b => b.Outline.Count >= 3))
        {
            yield return Make("body", ExportShape.Area, body.Outline,
                ("number", body.Number), ("is", body.IsNothing ? "nothing" : BodyWords.Short(body.Becomes)), ("guess", BodyWords.Short(body.Guess)), ("probability", body.Probability),
                ("lengthMetres", body.LengthMetres), ("lengthUncertaintyMetres", body.LengthHalfMetres), ("widthMetres", body.WidthMetres), ("widthUncertaintyMetres", body.WidthHalfMetres),
                ("coverMetres", body.CoverMetres), ("coverUncertaintyMetres", body.CoverHalfMetres), ("heightMetres", body.HeightMetres), ("heightUncertaintyMetres", body.HeightHalfMetres),
                ("volumeCubicMetres", body.VolumeCubicMetres), ("volumeUncertaintyCubicMetres", body.VolumeHalfCubicMetres), ("qualityLevel", nameof(QualityLevel.D)), ("method", "radar: level echoes over neighbouring lines"),
                ("next", body.IsUnsettled ? BodyWords.Step(body.NextStep) : null), ("outcome", body.Outcome), ("note", body.Note));
        }

        foreach (var hole in sheet.Job.Uncovered.OrderBy(u => u.TakenAt).ThenBy(u => u.Id))
        {
            double? Mm(double? metres) => metres is { } known ? Math.Round(known, 3) : null;
            yield return Make("exposure", ExportShape.Point, [hole.Place],
                ("id", hole.Id.ToString()), ("utility", LineWords.Kind(hole.Kind)), ("owner", sheet.LineById(hole.LineId)?.Line.Owner), ("takenAt", Moment(hole.TakenAt)), ("by", hole.By),
                ("coverMetres", hole.CoverMetres), ("outsideMillimetres", hole.OutsideDiameterMetres * 1000), ("qualityLevel", nameof(QualityLevel.A)), ("damaged", hole.IsDamaged ? "yes" : null),
                ("markErrorAcrossMetres", Mm(hole.AcrossMetres)), ("markErrorAcrossAllowedMetres", Mm(hole.AcrossHalfMetres)), ("markErrorDepthMetres", Mm(hole.DeeperMetres)), ("markErrorDepthAllowedMetres", Mm(hole.DeeperHalfMetres)), ("note", hole.Note));
        }

        foreach (var feature in sheet.Lines.SelectMany(OfPushes).Concat(sheet.Searches.SelectMany(OfSearch)))
        {
            yield return feature;
        }

        foreach (var hookup in sheet.Job.Hookups)
        {
            yield return Make("hookup", ExportShape.Point, [hookup.Connection],
                ("utility", Utility(sheet.LineById(hookup.LineId)?.Line)),
                ("owner", sheet.LineById(hookup.LineId)?.Line.Owner),
                ("method", LineWords.Method(hookup.Method)),
                ("connectedTo", hookup.ConnectedTo),
                ("stakeEastMetres", hookup.StakeEast),
                ("stakeNorthMetres", hookup.StakeNorth),
                ("frequencyHertz", hookup.FrequencyHertz),
                ("currentMilliamps", hookup.SentMilliamps),
                ("volts", hookup.Volts),
                ("otherFrequencyHertz", hookup.OtherHertz),
                ("otherVolts", hookup.OtherVolts),
                ("otherCurrentMilliamps", hookup.OtherMilliamps),
                ("heardMilliamps", hookup.HeardMilliamps));
        }

        foreach (var sample in loose)
        {
            yield return Make("dot", ExportShape.Point, [new SitePoint(sample.EastMetres, sample.NorthMetres)],
                ("id", sample.Id.ToString()), ("utility", sample.Utility), ("state", State(DotState.Taken)), ("takenAt", Moment(sample.TakenAt)),
                ("depthMetres", sample.DepthMetres), ("currentMilliamps", sample.CurrentMilliamps), ("qualityLevel", "D"));
        }
    }

    private static IEnumerable<ExportFeature> OfLine(JobSheet sheet, SheetLine line, IEnumerable<JudgedDot> dots)
    {
        var (utility, owner) = (Utility(line.Line), line.Line.Owner);
        if (line.Line.ExpectedRun.Count >= 2)
        {
            yield return Make("record", ExportShape.Line, line.Line.ExpectedRun,
                ("utility", utility), ("owner", owner), ("qualityLevel", nameof(QualityLevel.D)), ("method", sheet.FoundOnlyBy(line.Line) switch { FoundBy.Sweep => "sweep, not traced", FoundBy.Radar => "radar, not traced", _ => "owner's plan, as expected" }));
        }

        foreach (var stretch in line.Traced.Stretches)
        {
            yield return Make("mark", ExportShape.Line, [stretch.From.Place, stretch.To.Place],
                ("utility", utility),
                ("owner", owner),
                ("material", line.Line.Material),
                ("depthMetres", stretch.Depth is { } d ? Math.Round(d.Value, 3) : null),
                ("depthUncertaintyMetres", stretch.Depth is { } u ? Math.Round(u.HalfWidth, 3) : null),
                ("coverMetres", stretch.Depth is { } c && line.Line.OutsideDiameterMetres is { } od ? Math.Round(c.Value - (od / 2), 3) : null),
                ("positionUncertaintyMetres", Math.Round(stretch.AcrossHalfWidthMetres, 3)),
                ("qualityLevel", stretch.Quality.ToString()),
                ("method", MethodOf(sheet, line)),
                ("foundBy", TogetherWords.By(stretch.From, stretch.To)),
                ("confidence", ReasonWords.Verdict(stretch.Confidence)),
                ("toleranceMetres", line.ZoneHalfWidth(sheet.Firm.ToleranceMetres)));
        }

        var method = MethodOf(sheet, line);
        foreach (var dot in dots)
        {
            var judged = dot.PassingJudgement;
            yield return Make("dot", ExportShape.Point, [dot.Reading.Place],
                ("id", dot.Reading.Id.ToString()),
                ("utility", utility),
                ("owner", owner),
                ("number", dot.Reading.Number),
                ("state", State(dot.Reading.State)),
                ("takenAt", Moment(dot.Reading.TakenAt)),
                ("depthMetres", judged.Depth is { } d ? Math.Round(d.Value, 3) : null),
                ("depthUncertaintyMetres", judged.Depth is { } u ? Math.Round(u.HalfWidth, 3) : null),
                ("positionUncertaintyMetres", Math.Round(judged.Position.HalfWidth, 3)),
                ("currentMilliamps", dot.Reading.CurrentMilliamps),
                ("qualityLevel", (dot.Reading.State == DotState.Accepted ? TracedLine.LevelOf(dot.WithLine(judged.Verdict), judged.Depth is not null) : QualityLevel.D).ToString()),
                ("method", method),
                ("verdict", ReasonWords.Verdict(dot.WithLine(judged.Verdict))),
                ("receiverDoubt", sheet.DoubtOf(dot.Reading) is { } doubt ? InstrumentWords.Check(doubt) : null));
        }
    }

    /// <summary>Stops of every push, the pipe that they make, and what the camera saw.</summary>
    private static IEnumerable<ExportFeature> OfPushes(SheetLine line)
    {
        foreach (var told in line.Pushes)
        {
            var method = MethodOf(told);
            if (told.Route is { } route)
            {
                yield return Make("pipe", ExportShape.Line, [.. route.Points.Select(p => p.Place)],
                    ("utility", Utility(line.Line)), ("owner", line.Line.Owner), ("material", line.Line.Material), ("method", method), ("lengthMetres", Math.Round(route.LengthMetres, 2)),
                    ("fallPerMetre", Math.Round(route.FallPerMetre.Value, 5)), ("fallLow95PerMetre", Math.Round(route.FallPerMetre.Low95, 5)), ("fallHigh95PerMetre", Math.Round(route.FallPerMetre.High95, 5)),
                    ("backfalls", route.Backfalls.Count), ("marked", told.IsTaken));
            }

            foreach (var (stop, i) in told.Stops.Select((s, i) => (s, i)).Where(s => s.s.Stop.IsGood))
            {
                var found = stop.Stop.Value;
                yield return Make("sonde-stop", ExportShape.Point, [found.Place],
                    ("utility", Utility(line.Line)), ("owner", line.Line.Owner), ("number", i + 1), ("cableMetres", stop.Fix.PaidOutMetres), ("depthMetres", Math.Round(found.Found.Depth.Value, 3)),
                    ("depthUncertaintyMetres", Math.Round(found.Found.Depth.HalfWidth, 3)), ("positionUncertaintyMetres", Math.Round(1.96 * found.PlaceSigmaMetres, 3)), ("method", SondeWords.Way(found.Found.Way)),
                    ("verdict", ReasonWords.Verdict(found.Found.Verdict)), ("leftOut", told.Route?.Outliers.Contains(told.Joined.ToList().IndexOf(stop)) == true), ("takenAt", Moment(stop.Fix.At)));
            }

            foreach (var find in told.Finds.Where(f => f.Spot is not null))
            {
                yield return Make("camera", ExportShape.Point, [find.Spot!.Place],
                    ("utility", Utility(line.Line)), ("owner", line.Line.Owner), ("is", SondeWords.Seen(find.Find.Seen)), ("clock", find.Find.Clock), ("cableMetres", find.Find.PaidOutMetres),
                    ("positionUncertaintyMetres", Math.Round(1.96 * find.Spot.SigmaMetres, 3)), ("note", find.Find.Note), ("photos", find.Find.Photos.Count > 0 ? find.Find.Photos.Count : null), ("takenAt", Moment(find.Find.At)));
            }
        }
    }

    /// <summary>Faults that a frame found.</summary>
    private static IEnumerable<ExportFeature> OfSearch(SearchTold told)
    {
        foreach (var fault in told.Finding?.Faults ?? [])
        {
            if (told.PlaceAt(fault.Along.Value) is { } place)
            {
                yield return Make("fault", ExportShape.Point, [place],
                    ("utility", Utility(told.Line.Line)), ("owner", told.Line.Line.Owner), ("grade", fault.Grade is { } grade ? FaultWords.Grade(grade) : null), ("alongMetres", Math.Round(fault.Along.Value, 2)),
                    ("positionUncertaintyMetres", Math.Round(fault.Along.HalfWidth, 3)), ("depthMetres", Math.Round(fault.Depth.Value, 2)), ("depthUncertaintyMetres", Math.Round(fault.Depth.HalfWidth, 2)),
                    ("level", Math.Round(fault.Level, 3)), ("referenceLevel", told.Search.ReferenceLevel), ("sheathOhms", told.Search.SheathOhms), ("pinned", told.Search.PinnedMetres.Exists(p => Math.Abs(p - fault.Along.Value) < FaultWords.PinnedWithin)),
                    ("method", "frame over the sheath"));
            }
        }
    }

    /// <summary>How a push was made.</summary>
    public static string MethodOf(PushTold told) => $"sonde pushed from {told.Push.Access}{(told.Push.FrequencyHertz is { } hertz ? ", " + LineWords.Frequency(hertz) : "")}";

    private static ExportFeature Make(
        string kind, ExportShape shape, IReadOnlyList<SitePoint> points, params (string Name, object? Value)[] properties) =>
        new(kind, shape, points, [.. properties.Select(p => new KeyValuePair<string, object?>(p.Name, p.Value))]);

    private static string State(DotState state) => state.ToString().ToLowerInvariant();

    private static string Utility(SoughtLine? line) => (line?.Kind ?? default).ToString().ToLowerInvariant();

    private static string Moment(Instant utc) => utc.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture);

    /// <summary>How a line was found: every hookup used on it, with its frequency.</summary>
    public static string MethodOf(JobSheet sheet, SheetLine line)
    {
        var ways = sheet.Job.Hookups.Where(h => h.LineId == line.Line.Id)
            .Select(h => h.FrequencyHertz is { } f ? $"{LineWords.Method(h.Method)}, {LineWords.Frequency(f)}" : LineWords.Method(h.Method)).Distinct();
        var text = string.Join("; ", ways.Concat(line.Pushes.Where(p => p.IsTaken).Select(MethodOf)).Concat(line.Together.HasRadar ? ["radar"] : []));
        return text.Length == 0 ? "no hookup logged" : text;
    }
}
