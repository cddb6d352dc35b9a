using GentleMole.Core.Job;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>What to put on the ground, in which order, with what, and what to photograph of it.</summary>
[RequestSizeLimit(PhotoFile.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = PhotoFile.MostBytes + 1_000_000)]
internal sealed class PaintPage(MoleDb db, SheetLoader loader, PhotoShelf shelf, UploadQuota quota) : SheetPage(db, loader)
{
    /// <summary>Lines that are listed one by one.</summary>
    public const int MostListed = 60;

    /// <summary>Photos of the marks of one job.</summary>
    public const int MostPhotos = 100;

    private IReadOnlyList<PaintShot>? _shots;

    public override JobStage Stage => JobStage.Marks;

    public IReadOnlyList<(PaintPlan Plan, bool IsBackwards)> Order => SheetPaint.Of(Sheet);

    public IReadOnlyList<PaintPlan> Plans => [.. Order.Select(o => o.Plan)];

    public IReadOnlyList<PaintShot> Shots => _shots ??= PaintShot.Of(Plans);

    /// <summary>Outlines on the site that paint may not hold in.</summary>
    public IReadOnlyList<SiteFeature> Areas => [.. Sheet.Job.Features.Where(f => f is { Shape: FeatureShape.Outline, Name.Length: > 0 }).OrderBy(f => f.Id)];

    public IReadOnlyList<(SoughtLine Line, Photo Photo)> Photos => [.. Sheet.Lines.SelectMany(l => l.Line.Photos.Select(p => (l.Line, p)))];

    /// <summary>Dots to look at before anything is painted.</summary>
    public IReadOnlyList<(PaintPlan Plan, LineUp Look)> Again => [.. Plans.SelectMany(p => p.LookAgain.Select(l => (p, l)))];

    /// <summary>Tees that were seen and of which no branch is marked.</summary>
    public IReadOnlyList<(PaintPlan Plan, SitePoint At)> NotFollowed => [.. Plans.SelectMany(p => p.Line.TeesNotFollowed.Select(t => (p, t)))];

    protected override PlanExtras OnPlan => new(Paint: Plans, Focus: SheetPaint.Around(Sheet));

    /// <summary>How paint lies changes nothing that the sheet claims.</summary>
    protected override bool ChangesJob(string? handler) => false;

    public (string Shape, string Say, string Why) Verdict
    {
        get
        {
            var plans = Plans.Where(p => p.Marks.Count > 0).ToList();
            if (plans.Count == 0)
            {
                return ("open", "Nothing to paint yet.", "A line needs two accepted dots, and an answer that is not “clear” or “not found”.");
            }

            var asks = plans.Count(p => p.Marks.Any(m => m.Text.EndsWith('?')));
            var undecided = Sheet.Lines.Sum(l => l.Undecided);
            var left = plans.Sum(p => p.Unpainted.Count);
            var stakes = PaintWords.Stakes(plans);
            var branches = NotFollowed.Count;
            return (undecided > 0 || Again.Count > 0 || asks > 0 ? "caution" : "sound",
                undecided > 0 ? $"{undecided} dot{(undecided == 1 ? " waits" : "s wait")} for a decision: decide before you paint."
                    : branches > 0 ? $"{branches} branch{(branches == 1 ? " was" : "es were")} seen and not followed: follow {(branches == 1 ? "it" : "them")} before you paint."
                    : Again.Count > 0 ? $"Look at {Again.Count} dot{(Again.Count == 1 ? "" : "s")} again, then paint {plans.Count} line{(plans.Count == 1 ? "" : "s")}."
                    : $"Paint {plans.Count} line{(plans.Count == 1 ? "" : "s")}, in this order.",
                $"Some {PaintWords.Time(plans)} for one person{(stakes > 0 ? $", {stakes} stake{(stakes == 1 ? "" : "s")} or flags" : "")}.{(asks > 0 ? $" {asks} line{(asks == 1 ? " asks" : "s ask")} on the ground where it is not sure." : "")}{(left > 0 ? $" {left} stretch{(left == 1 ? " is" : "es are")} not painted: not found well enough." : "")}");
        }
    }

    /// <summary>Where paint does not hold.</summary>
    public async Task<IActionResult> OnPostGroundAsync()
    {
        var reader = Reader();
        var whole = reader.Choice("whole", PaintGround.Holds);
        var drive = reader.Ticked("drive");
        var areas = Areas.Select(a => (a.Id, Ground: reader.Choice($"area{a.Id}", PaintGround.Holds))).ToDictionary(a => a.Id, a => a.Ground);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        (job.PaintGround, job.WorksDrive) = (whole, drive);
        foreach (var feature in await Db.Features.AsTracking().Where(f => f.JobId == Id && f.Shape == FeatureShape.Outline).ToListAsync(HttpContext.RequestAborted))
        {
            feature.PaintGround = areas.GetValueOrDefault(feature.Id, feature.PaintGround);
        }

        await SaveAsync();
        return Done();
    }

    /// <summary>A photo of the marks on the ground.</summary>
    public async Task<IActionResult> OnPostPhotoAsync()
    {
        var reader = Reader();
        var line = reader.Whole("of", "", 1, int.MaxValue) is { } id ? Sheet.LineById(id) : null;
        if (line is null)
        {
            reader.Refuse("of", "Choose whose marks it shows.");
        }

        var photo = await PhotoShelf.OfFormAsync(Request.Form, reader, Id, quota, HttpContext.RequestAborted);
        if (photo is null && reader.IsGood)
        {
            reader.Refuse("photo", "Choose a photo.");
        }

        if (Photos.Count >= MostPhotos)
        {
            reader.Refuse("photo", $"This job has {MostPhotos} photos of its marks; that is the most.");
        }

        if (!reader.IsGood || photo is not { } taken)
        {
            return Refused(reader);
        }

        var kept = await shelf.KeepAsync(Id, taken.Content, taken.Facts, HttpContext.RequestAborted);
        kept.SoughtLineId = line!.Line.Id;
        Db.Photos.Add(kept);
        await SaveAsync();
        return Done(new { line = line.Line.Id });
    }
}
