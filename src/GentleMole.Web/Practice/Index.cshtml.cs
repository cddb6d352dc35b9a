using GentleMole.Core;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>Yards to practise in, what to practise next, and rounds that wait to be finished.</summary>
internal sealed class PracticeIndexPage(MoleDb db, PracticeDesk desk, YardShelf shelf, SheetLoader loader, TimeProvider clock) : PracticePage(db)
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

    /// <param name="seed">Lays the ground as it was laid before; drawn by chance where it is none.</param>
    public async Task<IActionResult> OnPostStartAsync(string? yard, int? seed)
    {
        if (yard is null || seed < 0 || await shelf.FindAsync(yard, HttpContext.RequestAborted) is not { } found)
        {
            return NotFound();
        }

        var play = await desk.StartAsync(Player, found, seed, HttpContext.RequestAborted);
        return Redirect($"/practice/{play.Row.Id}");
    }

    /// <summary>A real site is practised before the work: its supposed ground, with plausible surprises.</summary>
    public async Task<IActionResult> OnPostSiteAsync(int job, int line)
    {
        var cancellation = HttpContext.RequestAborted;
        if (await loader.LoadAsync(job, cancellation) is not { } sheet || sheet.LineById(line) is not { } target)
        {
            return NotFound();
        }

        var made = JobYard.Of(sheet, target, $"Job {job} before the work", isAsFound: false);
        if (!made.IsGood)
        {
            Errors = [new FieldError("site", made.Errors[0].Sentence)];
            return Page();
        }

        // The same supposed ground is made once, however often it is practised.
        var drawn = YardFile.Write(made.Value);
        var yard = await Db.Yards.FirstOrDefaultAsync(y => y.Drawn == drawn, cancellation);
        if (yard is null)
        {
            Db.Yards.Add(yard = new MadeYard { Title = made.Value.Title, Drawn = drawn, MadeBy = Visitor.Name, MadeAt = clock.Now(), IsPutAway = true });
            await SaveAsync();
        }

        return Redirect($"/practice/{(await desk.StartAsync(Player, (await shelf.FindAsync(YardShelf.CodeOf(yard), cancellation))!, null, cancellation)).Row.Id}");
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Yards = await shelf.AllAsync(cancellation);
        Rounds = await Db.Rounds.AsNoTracking().Where(r => r.OwnerId == Player.Id).OrderByDescending(r => r.StartedAt).Take(400).ToListAsync(cancellation);
        Set = await Db.SetYards.AsNoTracking().Where(s => s.PersonId == Player.Id && s.DoneAt == null).OrderBy(s => s.SetAt).ToListAsync(cancellation);
        Next = YardNext.Of(Yards, LearnerRecord.Played(Rounds));
    }
}
