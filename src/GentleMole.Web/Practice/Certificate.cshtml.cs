using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>What was measured of somebody's practice, to print; it certifies nothing else.</summary>
internal sealed class CertificatePage(MoleDb db, YardShelf shelf, TimeProvider clock) : PracticePage(db)
{
    [BindProperty(SupportsGet = true, Name = "person")]
    public string? PersonId { get; set; }

    public LearnerView? Learner { get; private set; }

    public LocalDateTime Now { get; private set; }

    public IActionResult OnGet() => Learner is null ? NotFound() : Page();

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        var id = PersonId ?? Player.Id;
        if (id != Player.Id && Visitor.Role != Role.Lead)
        {
            return;
        }

        Now = Words.PlaceClock.Local(clock.Now(), TimeZone);
        var name = await Db.Users.Where(u => u.Id == id).Select(u => u.Name).SingleOrDefaultAsync(cancellation);
        Learner = name is null ? null : new LearnerView(name, await shelf.AllAsync(cancellation), await Db.Rounds.AsNoTracking().Where(r => r.OwnerId == id && r.FinishedAt != null).ToListAsync(cancellation));
    }
}
