using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Follow;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <content>The line through the marked dots, corners from two legs, and reading from the side.</content>
internal sealed partial class TracePage
{
    /// <summary>± of a depth that is taken over from the last dots, 95 %, as a part of it.</summary>
    private const double TakenDepthPart = 0.15;

    /// <summary>Fit a line of very many dots: it takes seconds.</summary>
    [BindProperty(SupportsGet = true, Name = "fit")]
    public bool WantsFit { get; set; }

    /// <summary>Dots that the line goes through.</summary>
    public int Marked => LineAtHand?.Traced.Points.Count ?? 0;

    /// <summary>The line through the marked dots; null where there are too few, or so many that it is only fitted when asked for.</summary>
    public LineFollowed? Followed => LineAtHand is { } line && Marked >= 3 && (Marked <= LineFollowed.MostAtOnce || WantsFit) ? LineFollowed.Of(Sheet, line) : null;

    /// <summary>The same in words.</summary>
    public FollowedTold? FollowedSaid => Followed is { Fit: { } fit } followed
        ? new FollowedTold(followed, fit, SelectedDot is { Reading.State: not DotState.Accepted } dot ? dot : null, Person, $"/jobs/{Id}/trace?line={LineAtHand!.Line.Id}", this) { Markers = [.. Sheet.Job.Features.Where(f => f.Kind == FeatureKind.BuriedMarker && f.LineId == LineAtHand.Line.Id && f.Points.Count > 0)], Kind = LineAtHand.Line.Kind } : null;

    protected override PlanExtras OnPlan => new(Followed: Followed?.Fit);

    /// <summary>How the line most likely runs by the last dots, or by its plan: whole degrees.</summary>
    public string LikelyWay => LineAtHand is { SupposedRun: { } run } line
        ? run.DirectionAt(line.Traced.Points.Count > 0 ? run.Project(line.Traced.Points[^1].Place).ChainageMetres : run.Length / 2).Azimuth.Degrees.ToString("0", CultureInfo.InvariantCulture) : "";

    /// <summary>Its depth by the dots; empty where none says.</summary>
    public string LikelyDepth => LineAtHand?.Traced.MiddleDepth is { } depth ? LengthText.ForEntry(Math.Round(depth.Metres, 2), Person.Units) : "";

    /// <summary>A dot where the line lies that was read from the side: for following, not to be marked before it is read over the line.</summary>
    public async Task<IActionResult> OnPostSideAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var stand = reader.Place("sideEast", "sideNorth");
        var way = reader.Number("sideWay", "°", ReadingRules.DirectionDegrees);
        var depth = reader.Length("sideDepth", ReadingRules.Depth);
        var (peak, upright) = (reader.Number("sidePeak", "", ReadingRules.Response), reader.Number("sideNull", "", ReadingRules.Response));
        var (step, fartherPeak, fartherNull) = (reader.Length("step", ReadingRules.Offset), reader.Number("fartherPeak", "", ReadingRules.Response), reader.Number("fartherNull", "", ReadingRules.Response));
        void Ask(bool isMissing, string field, string sentence)
        {
            if (isMissing && reader.Errors.All(e => e.Field != field))
            {
                reader.Refuse(field, sentence);
            }
        }

        var isTwice = step is not null || fartherPeak is not null || fartherNull is not null;
        Ask(stand is null, "sideEast", "Say where you stand: click the plan, or type east and north.");
        Ask(way is null, "sideWay", "Say which way the line runs, in degrees from north.");
        Ask(peak is null, "sidePeak", "Give the peak response there.");
        Ask(upright is null, "sideNull", "Give the null response there, in the same measure.");
        Ask(!isTwice && depth is null, "sideDepth", "Give its depth as read last, or step back and read again.");
        Ask(isTwice && step is null, "step", "Say by how much you stepped back.");
        Ask(isTwice && fartherPeak is null, "fartherPeak", "Give the peak response farther back.");
        Ask(isTwice && fartherNull is null, "fartherNull", "Give the null response farther back.");
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var (reading, line_, isRight) = (new SideReading(peak!.Value, upright!.Value), Azimuth.Of(way!.Value), reader.Text("sideLies", 10) != "Left");
        var fixedAt = isTwice
            ? reading.Fix(stand!.Value, line_, isRight, new SideReading(fartherPeak!.Value, fartherNull!.Value), step!.Value)
            : reading.Fix(stand!.Value, line_, isRight, Estimate.Symmetric(depth!.Value, TakenDepthPart * depth.Value));
        if (!fixedAt.IsGood)
        {
            reader.Refuse(fixedAt.Errors.Select(e => e with { Field = e.Field switch { "peak" => "sidePeak", "null" => "sideNull", var other => other } }));
            return Refused(reader);
        }

        var lies = fixedAt.Value;
        if (!SiteRules.IsPlace(lies.Place))
        {
            reader.Refuse("sideEast", "That would lie beyond the site.");
            return Refused(reader);
        }

        var dot = await KeepReckonedAsync(line, lies.Place, lies.HalfWidthMetres, LineFeature.Plain, isTwice ? lies.Depth.Metres : null, $"Read from the side, {Person.Length(lies.AsideMetres)} {Person.PlusMinus(lies.HalfWidthMetres)} off. Step in and read over it.");
        return Done(new { line = line.Line.Id, dot });
    }

    /// <summary>A bend dot where two legs meet.</summary>
    public async Task<IActionResult> OnPostCornerAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        // What is put is what the line says now, whatever the page showed.
        if (!int.TryParse(Request.Form["before"], CultureInfo.InvariantCulture, out var before) || Followed?.Fit?.Corners.FirstOrDefault(c => c.Marked is null && c.Before == before) is not { } corner)
        {
            return Refused([new FieldError("corner", "The dots have changed since: there is no such corner any more. Look what the line says now.")]);
        }

        var dot = await KeepReckonedAsync(
            line, new SitePoint(Math.Round(corner.Place.East, 3), Math.Round(corner.Place.North, 3)), Math.Max(corner.HalfWidthMetres, corner.InsideMetres), LineFeature.Bend, null,
            $"Where the legs of dots {corner.Before} and {corner.After} meet, {Person.PlusMinus(corner.HalfWidthMetres)}; a bend instead would cut up to {Person.Length(corner.InsideMetres)} inside.");
        return Done(new { line = line.Line.Id, dot });
    }

    /// <summary>A buried marker, tied to the line at hand.</summary>
    public async Task<IActionResult> OnPostMarkerAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var (place, kind, depth, name) = (reader.Place("markEast", "markNorth"), reader.Choice("markKind", line.Line.Kind), reader.Length("markDepth", ReadingRules.Depth), reader.Text("markName", 100));
        if (place is null && reader.IsGood)
        {
            reader.Refuse("markEast", "Say where it answers strongest: click the plan, or type east and north.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature
        {
            JobId = Id, Kind = FeatureKind.BuriedMarker, Shape = FeatureShape.Spot, Name = name.Length > 0 ? name : $"marker {Sheet.Job.Features.Count(f => f.Kind == FeatureKind.BuriedMarker) + 1}", Points = [place!.Value],
            Utility = kind, DepthMetres = depth, LineId = line.Line.Id, DoubtMetres = MarkerDoubtMetres, PlacedBy = Visitor.Name, PlacedAt = clock.Moment,
        });
        await SaveAsync();
        return Done(new { line = line.Line.Id });
    }

    /// <summary>± of where a marker answers strongest, 95 %.</summary>
    private const double MarkerDoubtMetres = 0.15;

    private async Task<Guid> KeepReckonedAsync(SheetLine line, SitePoint place, double doubt, LineFeature feature, double? depth, string note)
    {
        NewId = Guid.TryParse(Request.Form["newId"], out var sent) ? sent : NewId;
        if (await Db.Readings.AnyAsync(r => r.Id == NewId && r.JobId == Id, HttpContext.RequestAborted))
        {
            return NewId;
        }

        var typed = new Reading
        {
            JobId = Id, LineId = line.Line.Id, HookupId = Hookup?.Id, Utility = line.Line.Kind.ToString(), EastMetres = Math.Round(place.East, 3), NorthMetres = Math.Round(place.North, 3),
            PlaceDoubtMetres = Math.Round(doubt, 3), DepthMetres = depth, Feature = feature, FrequencyHertz = Hookup?.FrequencyHertz, State = DotState.Taken, StateNote = note,
        };
        await KeepAsync(typed);
        return typed.Id;
    }
}
