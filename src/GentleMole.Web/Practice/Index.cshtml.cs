using GentleMole.Core.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>Yards to practise in, what to practise next, and rounds that wait to be finished.</summary>
internal sealed class PracticeIndexPage(MoleDb db, PracticeDesk desk, YardShelf shelf) : PracticePage(db)
{
    public IReadOnlyList<Yard> Yards { get; private set; } = [];

    /// <summary>Rounds of the one who looks, the latest first, without their steps.</summary>
    public IReadOnlyList<PracticeRound> Rounds { get; private set; } = [];

    /// <summary>What the lead asks to practise.</summary>
    public IReadOnlyList<SetYard> Set { get; private set; } = [];

    public YardNext Next { get; private set; } = null!;

    public IEnumerable<PracticeRound> Open => Rounds.Where(r => r.FinishedAt is null);

    public double? Best(Yard yard) => Rounds.Where(r => r.Yard == yard.Code && r.Score is not null).Max(r => r.Score);

    public int Times(Yard yard) => Rounds.Count(r => r.Yard == yard.Code && r.Score is not null);

    public Yard? Yard(string code) => Yards.FirstOrDefault(y => y.Code == code);

    public async Task<IActionResult> OnPostStartAsync(string? yard)
    {
        if (yard is null || await shelf.FindAsync(yard, HttpContext.RequestAborted) is not { } found)
        {
            return NotFound();
        }

        var play = await desk.StartAsync(Player, found, null, HttpContext.RequestAborted);
        return Redirect($"/practice/{play.Row.Id}");
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Yards = await shelf.AllAsync(cancellation);
        Rounds = await Db.Rounds.AsNoTracking().Where(r => r.OwnerId == Player.Id).OrderByDescending(r => r.StartedAt).Take(400).ToListAsync(cancellation);
        Set = await Db.SetYards.AsNoTracking().Where(s => s.PersonId == Player.Id && s.DoneAt == null).OrderBy(s => s.SetAt).ToListAsync(cancellation);
        Next = YardNext.Of(Yards, LearnerRecord.Played(Rounds));
    }
}
