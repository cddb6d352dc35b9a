using System.Globalization;
using GentleMole.Core.Follow;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>The shapes of a plan, layer on layer.</summary>
internal sealed partial class PlanLayers(JobSheet sheet, SceneFrame frame, PlanWindow window, IReadOnlyList<RecordTrail> records, PlanExtras extras, double grid)
{
    /// <summary>Pixels of a line to which one letter is given.</summary>
    private const double LetterEvery = 150;

    /// <summary>A connection this near to a feature stands on it.</summary>
    public const double OnFeatureMetres = 1;

    public IReadOnlyList<SceneLayer> All() =>
    [
        new("grid", [.. Grid()], IsDumb: true),
        new("site", [.. Site()]),
        new("dig", [.. Dig()]),
        new("slice", [.. extras.Slice is { } slice ? Slice(slice) : []]),
        new("conflicts", [.. extras.Conflicts is { } conflicts ? Conflicts(conflicts) : []]),
        new("records", [.. extras.Paint is null ? Records() : []]),
        new("lines", [.. extras.Paint is null ? Lines() : []]),
        new("paint", [.. extras.Paint is { } plans ? Painted(plans) : []]),
        new("radar-runs", [.. extras.Runs is null && !extras.SiteOnly ? RadarRuns() : []]),
        new("radar-bodies", [.. extras.Bodies is null && !extras.SiteOnly ? RadarBodies() : []]),
        new("letters", [.. extras.Signal is null && extras.Paint is null ? Letters() : []], IsDumb: true),
        new("outline", [.. Outline()]),
        new("hookups", [.. extras.Signal is null && extras.Paint is null ? Hookups() : []]),
        new("signal", [.. extras.Signal is { } signal ? Signal(signal) : []]),
        new("sweep", [.. extras.Sweep is { } sweep ? Sweep(sweep) : []]),
        new("radar-grid", [.. extras.RadarGrid is { } lines ? RadarGrid(lines) : []]),
        new("runs", [.. extras.Runs is { } runs ? Runs(runs) : []]),
        new("bodies", [.. extras.Bodies is { } bodies ? Bodies(bodies) : []]),
        new("radar", [.. extras.Radar is { } radar ? Radar(radar) : []]),
        new("silent", [.. extras.Silent is { } silent ? Silent(silent) : []]),
        new("dots", [.. extras.Signal is null && extras.Sweep is null && extras.Paint is null ? Dots() : []]),
        new("holes", [.. extras.Conflicts is { } toDig ? Holes(toDig) : []]),
        new("dug-up", [.. extras.SiteOnly ? [] : DugUp()]),
        new("followed", [.. extras.Followed is { } fit ? Followed(fit) : []], IsDumb: true),
        new("loose", [.. extras.Paint is null ? Loose() : []]),
        new("hole", [.. extras.TrialHole is { } hole ? new SceneShape[] { new SceneMark(Symbols.Question, ScenePoint.Of(hole)) { Letter = "T", LetterLook = Looks.LetterOnVelvet, Title = "trial hole" } } : []]),
    ];

    /// <summary>Where no machine may work.</summary>
    private static IEnumerable<SceneShape> Conflicts(ConflictOverlay conflicts) =>
        conflicts.Bands.Select(b => new ScenePath(Looks.NoMachine, ScenePoint.Of(b), IsArea: true) { IsSolid = false, Title = "no machine here" });

    /// <summary>What to expose, in order.</summary>
    private static IEnumerable<SceneShape> Holes(ConflictOverlay conflicts) => conflicts.Holes.Select((place, i) =>
        new SceneMark(Symbols.Question, ScenePoint.Of(place)) { Letter = (i + 1).ToString(CultureInfo.InvariantCulture), LetterLook = Looks.LetterOnVelvet, Title = $"expose {i + 1}" });

    /// <summary>Where something was uncovered: the truth, whatever the marks say.</summary>
    private IEnumerable<SceneShape> DugUp() => sheet.Job.Uncovered.Select(u =>
        new SceneMark(Symbols.DugUp, ScenePoint.Of(u.Place)) { Paint = u.Kind, Title = $"dug up: {LineWords.Kind(u.Kind)}", Link = new($"/jobs/{sheet.Job.Id}/exposures#hole-{u.Id}", "what was dug up here") });

    private static IEnumerable<SceneShape> Signal(SignalOverlay signal)
    {
        foreach (var line in signal.Lines)
        {
            foreach (var piece in line.Pieces)
            {
                yield return new ScenePath(Looks.CurrentCase(piece.Pixels), ScenePoint.Of(piece.Points)) { Paint = line.Kind };
            }

            foreach (var piece in line.Pieces)
            {
                yield return new ScenePath(Looks.Current(piece.Pixels), ScenePoint.Of(piece.Points)) { Paint = line.Kind };
            }

            foreach (var tick in line.Ticks)
            {
                yield return new SceneMark(Symbols.Tick, ScenePoint.Of(tick.Place)) { Turn = tick.Way.Degrees, IsSolid = false };
            }

            yield return Letter(line.Kind, line.LetterPlace);
        }

        if (signal.Try.Stake is { } stake)
        {
            yield return new ScenePath(Looks.Lead, ScenePoint.Of([signal.Try.At, stake]));
        }

        if (signal.Try.Method != Core.Hookup.HookupMethod.Passive)
        {
            yield return new SceneMark(
                signal.Try.Method switch
                {
                    Core.Hookup.HookupMethod.Clamp => Symbols.Clamp,
                    Core.Hookup.HookupMethod.Induction => Symbols.Coil,
                    Core.Hookup.HookupMethod.Direct or Core.Hookup.HookupMethod.Passive => Symbols.Connection,
                },
                ScenePoint.Of(signal.Try.At));
        }
    }

    private IEnumerable<SceneShape> Grid()
    {
        var (east, south) = (frame.Right, frame.Bottom);
        foreach (var e in Ticks.Between(frame.Left, east, grid))
        {
            yield return new ScenePath(Looks.GridLine, [new(e, frame.Top), new(e, south)]) { IsSolid = false };
        }

        foreach (var n in Ticks.Between(south, frame.Top, grid))
        {
            yield return new ScenePath(Looks.GridLine, [new(frame.Left, n), new(east, n)]) { IsSolid = false };
        }

        foreach (var e in Ticks.Between(frame.Left, east, grid))
        {
            yield return new SceneText(Looks.Grid, new(e, south), N(e), 3, -4);
        }

        foreach (var n in Ticks.Between(south, frame.Top, grid))
        {
            yield return new SceneText(Looks.Grid, new(east, n), N(n), -3, -3, 1);
        }
    }

    private IEnumerable<SceneShape> Site()
    {
        foreach (var feature in sheet.Job.Features.Where(f => f.Points.Count > 0))
        {
            var at = ScenePoint.Of(feature.Points[0]);
            switch (feature.Shape)
            {
                case FeatureShape.Outline:
                    yield return new ScenePath(Looks.Outline, ScenePoint.Of(feature.Points), IsArea: true);
                    break;
                case FeatureShape.Line:
                    yield return new ScenePath(Looks.FeatureLine, ScenePoint.Of(feature.Points));
                    break;
                case FeatureShape.Spot when feature.Kind == FeatureKind.Ground:
                    yield return new SceneMark(Symbols.Spot, at);
                    break;
                case FeatureShape.Spot:
                    break;
                default:
                    throw new InvalidOperationException($"A feature of shape {feature.Shape}.");
            }

            if (feature.Kind == FeatureKind.LostChamber)
            {
                yield return new SceneRound(Looks.Round, at, feature.DoubtMetres);
            }

            if (feature.Was is { } was)
            {
                yield return new ScenePath(Looks.Moved, ScenePoint.Of([was, feature.Points[0]]));
                yield return new SceneMark(Symbols.Was, ScenePoint.Of(was));
            }
        }

        foreach (var feature in sheet.Job.Features.Where(f => f.Points.Count > 0 && WalkWords.Tag(f.Kind).Length > 0 && !IsConnected(f)))
        {
            var at = ScenePoint.Of(feature.Points[0]);
            if (extras.SelectedFeatureId == feature.Id)
            {
                yield return new SceneMark(Symbols.ChosenTag, at);
            }

            yield return new SceneMark(feature.Utility is null ? Symbols.Tag : Symbols.PaintedTag, at)
            {
                Paint = feature.Utility, Letter = WalkWords.Tag(feature.Kind), LetterLook = Looks.Letter,
                Link = new($"/jobs/{sheet.Job.Id}/walk?feature={feature.Id}", $"{WalkWords.Tag(feature.Kind)}, {WalkWords.Kind(feature.Kind)} {feature.Name}"),
            };
        }

        foreach (var question in extras.Paint is null ? sheet.OpenQuestions : [])
        {
            var seen = sheet.Job.Features.Find(f => f.Id == question.FeatureId)!.Points[0];
            var foot = sheet.Recorded.First(r => r.Id == question.RecordId).Run.Project(seen).Foot;
            yield return new ScenePath(Looks.Question, ScenePoint.Of([seen, foot]));
            yield return new SceneMark(Symbols.Question, ScenePoint.Of((seen + foot) * 0.5)) { Letter = "?", LetterLook = Looks.LetterOnVelvet };
        }
    }

    /// <summary>The connection on it is drawn in its place, unless features are what one looks at.</summary>
    private bool IsConnected(SiteFeature feature) =>
        extras is { Signal: null, SelectedFeatureId: null, Paint: null } && feature.Shape == FeatureShape.Spot && sheet.Job.Hookups.Any(h => h.Connection.DistanceTo(feature.Points[0]) < OnFeatureMetres);

    private IEnumerable<SceneShape> Dig()
    {
        if (sheet.HasDig)
        {
            yield return new ScenePath(extras.Outline is null ? Looks.Dig : Looks.DigThin, ScenePoint.Of(sheet.Job.DigCorners), IsArea: true);
        }

        if (sheet.Job.Tape.Count == 2)
        {
            yield return new ScenePath(Looks.Tape, ScenePoint.Of(sheet.Job.Tape));
            yield return new SceneMark(Symbols.TapeZero, ScenePoint.Of(sheet.Job.Tape[0]));
        }
    }

    private IEnumerable<SceneShape> Records()
    {
        foreach (var (record, parts) in records)
        {
            var says = $"{LineWords.Kind(record.Kind)}, {record.Owner}, by its plan ±{N(record.DoubtMetres)} m";
            foreach (var part in parts.Select(ScenePoint.Of))
            {
                yield return new ScenePath(Looks.RecordBand(record.DoubtMetres), part) { Paint = record.Kind, IsSolid = false };
                yield return new ScenePath(Looks.Record, part) { Paint = record.Kind, Title = says };
            }
        }

        foreach (var drawn in sheet.Job.LineModels.Where(m => m.Of.Length == 0 && m.Points.Count >= 2))
        {
            yield return new ScenePath(Looks.Suspected, ScenePoint.Of(drawn.Points)) { Paint = drawn.Kind, Title = drawn.Name + ", suspected" };
        }

        foreach (var trail in extras.Preview ?? [])
        {
            foreach (var part in window.InView(trail.Points))
            {
                yield return new ScenePath(trail.Kind is null ? Looks.PreviewUnnamed : Looks.Preview, ScenePoint.Of(part)) { Paint = trail.Kind };
            }
        }
    }

    private IEnumerable<SceneShape> Lines()
    {
        foreach (var (line, parts, doubts) in window.Lines)
        {
            var paint = line.Line.Kind;
            if (line.Line.ExpectedRun.Count >= 2)
            {
                yield return new ScenePath(Looks.Record, ScenePoint.Of(line.Line.ExpectedRun)) { Paint = paint };
            }

            foreach (var part in parts.Select(ScenePoint.Of))
            {
                yield return new ScenePath(Looks.Zone(line.ZoneHalfWidth(sheet.Firm.ToleranceMetres)), part) { Paint = paint, IsSolid = false };
                yield return new ScenePath(Looks.MarkCase, part) { Paint = paint };
                yield return new ScenePath(Looks.MarkLine, part) { Paint = paint };
            }

            foreach (var doubt in doubts)
            {
                yield return new ScenePath(Looks.MarkDoubt, ScenePoint.Of(doubt)) { Paint = paint };
            }
        }
    }

    /// <summary>A letter in every stretch of a line, so that it can be told without its colour.</summary>
    private IEnumerable<SceneShape> Letters()
    {
        foreach (var line in sheet.Lines)
        {
            // Where it is seen: of a line that runs far beyond the plan the middle may be anywhere. A very short one has no room for a letter.
            foreach (var part in window.InSight(line))
            {
                var count = part.Length < LetterEvery * frame.UnitsAcross / 2 ? 0 : Math.Max(1, (int)Math.Round(part.Length / (LetterEvery * frame.UnitsAcross)));
                for (var i = 0; i < count; i++)
                {
                    yield return Letter(line.Line.Kind, part.At(part.Length * (i + 0.5) / count));
                }
            }
        }
    }

    private static SceneMark Letter(UtilityKind kind, SitePoint at) =>
        new(Symbols.LetterDisc, ScenePoint.Of(at)) { Paint = kind, Letter = Utilities.Letter(kind), LetterLook = Looks.Letter };

    private IEnumerable<SceneShape> Outline()
    {
        foreach (var mark in extras.Outline?.Marks ?? [])
        {
            yield return new SceneMark(Symbols.Mark(mark.Kind), ScenePoint.Of(mark.Place))
            {
                Turn = mark.Kind is OutlineMarkKind.Dash or OutlineMarkKind.KerbMark or OutlineMarkKind.Arrow ? mark.Along.Degrees : 0,
                Title = $"{MarkWords.Outline(mark.Kind)} {mark.Number} at {N(Math.Round(mark.Place.East, 2))} E, {N(Math.Round(mark.Place.North, 2))} N",
            };
        }

        if (extras.Outline is { } laid && sheet.Job.OutlineStyle == OutlineStyle.CentreStake)
        {
            yield return new SceneRound(Looks.OutlineRound, ScenePoint.Of(laid.Centre), laid.RadiusMetres);
        }
    }

    private IEnumerable<SceneShape> Hookups()
    {
        foreach (var hookup in sheet.Job.Hookups)
        {
            if (hookup.Stake is { } stake)
            {
                yield return new ScenePath(Looks.Lead, ScenePoint.Of([hookup.Connection, stake]));
                yield return new SceneMark(Symbols.Stake, ScenePoint.Of(stake));
            }

            // What it is connected to lies under it and is reached through it.
            var on = sheet.Job.Features.Find(f => f.Shape == FeatureShape.Spot && f.Points.Count > 0 && f.Points[0].DistanceTo(hookup.Connection) < OnFeatureMetres);
            yield return new SceneMark(Symbols.Connection, ScenePoint.Of(hookup.Connection))
            {
                Link = on is null ? null : new($"/jobs/{sheet.Job.Id}/walk?feature={on.Id}", $"connection, {WalkWords.Kind(on.Kind)} {on.Name}"),
            };
        }
    }

    private IEnumerable<SceneShape> Dots()
    {
        foreach (var line in sheet.Lines)
        {
            foreach (var dot in window.Dots[line.Line.Id])
            {
                var at = ScenePoint.Of(dot.Reading.Place);
                if (window.Selected?.Reading.Id == dot.Reading.Id)
                {
                    yield return new SceneMark(Symbols.Chosen, at);
                }

                yield return new SceneMark(Symbols.Dot(dot.Verdict, dot.Reading.State == DotState.Accepted), at)
                {
                    Paint = line.Line.Kind,
                    Link = new(
                        $"/jobs/{sheet.Job.Id}/trace?line={line.Line.Id}&dot={dot.Reading.Id}",
                        $"{LineWords.Kind(line.Line.Kind)} dot {dot.Reading.Number}, {MarkWords.Dot(dot.Verdict)}"),
                };
            }
        }
    }

    private IEnumerable<SceneShape> Loose()
    {
        foreach (var sample in sheet.Loose.Samples)
        {
            yield return new SceneMark(Symbols.LooseDot, new(sample.EastMetres, sample.NorthMetres)) { Title = sample.Utility + ", not on the notice" };
        }
    }

    private static string N(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
}
