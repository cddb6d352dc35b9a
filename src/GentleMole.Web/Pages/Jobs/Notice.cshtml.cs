using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Api;
using GentleMole.Web.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Pages;

/// <summary>The call: who digs what, where, how deep and when; the clock; the utilities that must be answered for.</summary>
internal sealed class NoticePage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const int MostPoints = 500;

    public override JobStage Stage => JobStage.Notice;

    public bool HasError(params string[] fields) => Errors.Any(e => fields.Contains(e.Field));

    public async Task<IActionResult> OnPostFactsAsync()
    {
        var reader = Reader();
        var job = await TrackedJobAsync();
        job.Name = reader.Text("name", 200, required: true);
        job.Where = reader.Text("where", 300);
        job.Digger = reader.Text("digger", 200);
        job.Contact = reader.Text("contact", 200);
        job.Purpose = reader.Text("purpose", 500);
        job.Means = reader.Text("means", 200);
        job.DigDepthMetres = reader.Length("digDepth", 0.05, 60);
        job.ReceivedAt = reader.Moment("received");
        job.DigPlanned = reader.Day("planned");
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
        var corners = reader.Places("corners", DigArea.MostCorners);
        if (reader.IsGood && corners.Count > 0)
        {
            reader.Refuse(DigArea.Check(corners, "corners"));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        job.DigCorners = corners;
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostLineAsync()
    {
        var reader = Reader();
        var kind = reader.Choice("kind", UtilityKind.Unknown);
        var owner = reader.Text("owner", 200, required: true);
        var material = reader.Text("material", 200);
        var diameter = reader.Length("diameter", 0.001, 10);
        var expected = reader.Places("expected", MostPoints);
        if (reader.IsGood && (expected.Count == 1 || (expected.Count > 1 && expected.Distinct().Count() < 2)))
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
        await using var transaction = await Db.Database.BeginTransactionAsync(HttpContext.RequestAborted);
        await SaveAsync();
        await ReadingIntake.AdoptAsync(Db, Id, HttpContext.RequestAborted);
        await SaveAsync();
        await transaction.CommitAsync(HttpContext.RequestAborted);
        return RedirectToPage(null, null, new { id = Id });
    }

    public async Task<IActionResult> OnPostFeatureAsync()
    {
        var reader = Reader();
        var shape = reader.Choice("shape", FeatureShape.Line);
        var name = reader.Text("label", 100);
        var points = reader.Places("outline", MostPoints);
        var needed = shape switch { FeatureShape.Outline => 3, FeatureShape.Line => 2, _ => 1 };
        if (reader.IsGood && points.Distinct().Count() < needed)
        {
            reader.Refuse("outline", $"This needs at least {needed} different point{(needed == 1 ? "" : "s")}.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature { JobId = Id, Shape = shape, Name = name, Points = shape == FeatureShape.Spot ? [points[0]] : points });
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostOriginAsync()
    {
        var reader = Reader();
        var latitude = reader.Number("latitude", "°", -89, 89);
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
}
