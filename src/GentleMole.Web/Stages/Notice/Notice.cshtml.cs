using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The call: who digs what, where, how deep and when; the clock; the utilities that must be answered for.</summary>
internal sealed class NoticePage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const int MostPoints = 500;
    private const double UsualTrenchWidth = 0.6;

    public override JobStage Stage => JobStage.Notice;

    /// <summary>The outline as it would be laid, or what stands in its way.</summary>
    public Result<OutlinePlan> Outline => DigOutline.Lay(OutlineOrders.Of(Sheet));

    public async Task<IActionResult> OnPostFactsAsync()
    {
        var reader = Reader();
        var job = await TrackedJobAsync();
        job.Name = reader.Text("name", CalledNotice.MostName, required: true);
        job.Sought = reader.Choice("sought", JobSought.Utilities);
        job.Where = reader.Text("where", CalledNotice.MostWhere);
        job.Digger = reader.Text("digger", CalledNotice.MostText);
        job.Contact = reader.Text("contact", CalledNotice.MostText);
        job.Purpose = reader.Text("purpose", CalledNotice.MostPurpose);
        job.Means = reader.Text("means", CalledNotice.MostText);
        job.DigDepthMetres = reader.Length("digDepth", CalledNotice.LeastDepthMetres, CalledNotice.MostDepthMetres);
        job.ReceivedAt = reader.Moment("received");
        job.DigPlanned = reader.Day("planned");
        job.Traffic = reader.Choice("traffic", SiteTraffic.None);
        job.Ground = reader.Choice("ground", SiteGround.Paved);
        job.Conditions = Enum.GetValues<SiteConditions>().Where(c => c != SiteConditions.None && reader.Ticked("is" + c)).Aggregate(SiteConditions.None, (all, c) => all | c);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostDigAsync()
    {
        var reader = Reader();
        var isRoute = reader.Text("shape", 10) == "Route";
        var corners = reader.Places("corners", DigArea.MostCorners);
        var laterals = reader.Paths("laterals", DigArea.MostCorners);
        var width = reader.Length("width", 0.1, 30);
        var area = corners;
        if (reader.IsGood && isRoute)
        {
            var strip = DigArea.AroundRoute(corners, laterals, width ?? UsualTrenchWidth, "corners", "laterals");
            reader.Refuse(strip.Errors);
            area = strip.IsGood ? [.. strip.Value] : [];
        }
        else if (reader.IsGood && corners.Count > 0)
        {
            reader.Refuse(DigArea.Check(corners, "corners"));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        job.DigCorners = area;
        job.DigRoute = isRoute ? corners : [];
        job.DigLaterals = isRoute ? laterals : [];
        job.DigWidthMetres = isRoute ? width ?? UsualTrenchWidth : null;
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostOutlineAsync()
    {
        var reader = Reader();
        var (style, spacing) = (reader.Choice("style", OutlineStyle.Dashes), reader.Length("spacing", DigOutline.ShortestSpacing, DigOutline.LongestSpacing));
        var (poorSight, painted) = (reader.Ticked("poorSight"), reader.Day("outlined"));
        if (reader.IsGood)
        {
            reader.Refuse(DigOutline.Lay(OutlineOrders.Of(Sheet) with { Style = style, SpacingMetres = spacing, PoorSight = poorSight }).Errors);
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        (job.OutlineStyle, job.OutlineSpacingMetres, job.PoorSight, job.OutlinedOn) = (style, spacing, poorSight, painted);
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostLineAsync()
    {
        var reader = Reader();
        var kind = reader.Choice("kind", UtilityKind.Unknown);
        var owner = reader.Text("owner", LineRules.MostOwner, required: true);
        var material = reader.Text("material", LineRules.MostMaterial);
        var diameter = reader.Length("diameter", LineRules.Outside);
        var expected = reader.Places("expected", MostPoints);
        if (reader.IsGood && expected.Count == 1)
        {
            reader.Refuse("expected", "A run needs at least two different points.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var line = LineId is { } id ? await Db.Lines.SingleOrDefaultAsync(l => l.Id == id && l.JobId == Id) : null;
        if (line is null)
        {
            line = new SoughtLine { JobId = Id, Owner = owner };
            Db.Lines.Add(line);
        }

        (line.Kind, line.Owner, line.Material, line.OutsideDiameterMetres, line.ExpectedRun) = (kind, owner, material, diameter, expected);
        await using var turn = await Db.BeginWriteAsync(HttpContext.RequestAborted);
        await SaveAsync();
        await EvidenceStore.AdoptAsync(Db, Id, HttpContext.RequestAborted);
        await turn.CommitAsync(HttpContext.RequestAborted);
        return RedirectToPage(null, null, new { id = Id });
    }

    public async Task<IActionResult> OnPostFeatureAsync()
    {
        var reader = Reader();
        var kind = reader.Choice("kind", FeatureKind.Ground);
        var shape = reader.Choice("as", FeatureShape.Line);
        var name = reader.Text("label", 100);
        var points = reader.Places("outline", MostPoints);
        var needed = shape switch { FeatureShape.Outline => 3, FeatureShape.Line => 2, FeatureShape.Spot => 1 };
        if (reader.IsGood && points.Count < needed)
        {
            reader.Refuse("outline", $"This needs at least {needed} different point{(needed == 1 ? "" : "s")}.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature { JobId = Id, Shape = shape, Kind = kind, Name = name, Points = shape == FeatureShape.Spot ? [points[0]] : points });
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostOriginAsync()
    {
        var reader = Reader();
        var latitude = reader.Number("latitude", "°", -CalledNotice.MostLatitude, CalledNotice.MostLatitude);
        var longitude = reader.Number("longitude", "°", -180, 180);
        if (reader.IsGood && (latitude is null || longitude is null))
        {
            reader.Refuse(latitude is null ? "latitude" : "longitude", "Give latitude and longitude of the site origin, in degrees.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        (job.OriginLatitude, job.OriginLongitude, job.OriginProvisional) = (latitude!.Value, longitude!.Value, false);
        await SaveAsync();
        return Done();
    }

    protected override PlanExtras OnPlan => new(Sheet.HasDig && Outline is { IsGood: true } laid ? laid.Value : null);
}
