using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>A learner's record: errors and habits over time. It is the learner's own; the lead sees the crew's.</summary>
internal sealed class RecordPage(MoleDb db, PracticeDesk desk, YardShelf shelf) : PracticePage(db)
{
    /// <summary>Whose; nobody's for one's own.</summary>
    [BindProperty(SupportsGet = true, Name = "person")]
    public string? PersonId { get; set; }

    public LearnerView? Learner { get; private set; }

    public bool IsOwn => PersonId is null || PersonId == Player.Id;

    public IActionResult OnGet() => Learner is null ? NotFound() : Page();

    /// <summary>All that is kept of one's practice.</summary>
    public async Task<IActionResult> OnGetDownloadAsync()
    {
        var rounds = await Db.Rounds.AsNoTracking().Where(r => r.OwnerId == Player.Id).Include(r => r.Steps).OrderBy(r => r.Id).ToListAsync(HttpContext.RequestAborted);
        var told = rounds.Select(r => new
        {
            r.Id, r.Yard, r.Seed, StartedAt = r.StartedAt.ToString(), FinishedAt = r.FinishedAt?.ToString(), r.Score, Judged = LearnerRecord.Judged(r),
            Steps = r.Steps.OrderBy(s => s.Number).Select(s => new { s.Number, At = s.At.ToString(), Kind = PracticeWords.Code(s.Kind), Done = System.Text.Json.JsonSerializer.Deserialize<System.Text.Json.JsonElement>(s.Done) }),
        });
        return File(System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(told, System.Text.Json.JsonSerializerOptions.Web), "application/json", "practice.json");
    }

    /// <summary>A round is forgotten: what is practised belongs to the learner.</summary>
    public async Task<IActionResult> OnPostForgetAsync(int round)
    {
        await desk.ForgetAsync(round, Player, HttpContext.RequestAborted);
        return Redirect("/practice/record");
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        if (!IsOwn && Visitor.Role != Role.Lead)
        {
            return;
        }

        var id = IsOwn ? Player.Id : PersonId;
        var name = IsOwn ? Visitor.Name : await Db.Users.Where(u => u.Id == id).Select(u => u.Name).SingleOrDefaultAsync(cancellation);
        Learner = name is null ? null : new LearnerView(
            name, await shelf.AllAsync(cancellation), await Db.Rounds.AsNoTracking().Where(r => r.OwnerId == id && r.FinishedAt != null).OrderByDescending(r => r.FinishedAt).Take(400).ToListAsync(cancellation));
    }
}
