using GentleMole.Core;
using GentleMole.Core.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>The crew's practice, for the lead: who practised what, which habits are missed, and yards set.</summary>
internal sealed class CrewPage(MoleDb db, YardShelf shelf, TimeProvider clock) : PracticePage(db)
{
    private const int MostWhy = 300;
    private const int MostOpen = 20;

    public IReadOnlyList<(MoleUser Person, LearnerView Learner, IReadOnlyList<SetYard> Set)> Crew { get; private set; } = [];

    public IReadOnlyList<Yard> Yards { get; private set; } = [];

    public async Task<IActionResult> OnPostSetAsync()
    {
        var reader = Reader();
        var (person, yard) = (Crew.FirstOrDefault(c => c.Person.Id == Request.Form["who"].ToString()), Yards.FirstOrDefault(y => y.Code == Request.Form["yard"].ToString()));
        if (person.Person is null)
        {
            reader.Refuse("who", "Choose who is to practise it.");
        }
        else if (person.Set.Count >= MostOpen)
        {
            reader.Refuse("who", $"{person.Person.Name} has {MostOpen} yards to practise already.");
        }

        if (yard is null)
        {
            reader.Refuse("yard", "Choose a yard.");
        }

        var why = reader.Text("why", MostWhy);
        if (reader.Errors.Count > 0)
        {
            return Refused(reader);
        }

        Db.SetYards.Add(new SetYard { PersonId = person.Person!.Id, Yard = yard!.Code, Why = why, SetBy = Visitor.Name, SetAt = clock.Now() });
        await SaveAsync();
        return Stored();
    }

    public async Task<IActionResult> OnPostTakeBackAsync(int set)
    {
        if (await Db.SetYards.SingleOrDefaultAsync(s => s.Id == set && s.DoneAt == null, HttpContext.RequestAborted) is { } found)
        {
            Db.SetYards.Remove(found);
            await SaveAsync();
        }

        return Stored();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Yards = await shelf.AllAsync(cancellation);
        var people = await Db.Users.AsNoTracking().Where(u => u.Role != Role.Reader).OrderBy(u => u.Name).ToListAsync(cancellation);
        var ids = people.Select(p => p.Id).ToList();
        var rounds = (await Db.Rounds.AsNoTracking().Where(r => ids.Contains(r.OwnerId) && r.FinishedAt != null).OrderByDescending(r => r.FinishedAt).Take(4000).ToListAsync(cancellation)).ToLookup(r => r.OwnerId);
        var set = (await Db.SetYards.AsNoTracking().Where(s => s.DoneAt == null).OrderBy(s => s.SetAt).ToListAsync(cancellation)).ToLookup(s => s.PersonId);
        Crew = [.. people.Select(p => (p, new LearnerView(p.Name, Yards, rounds[p.Id]), (IReadOnlyList<SetYard>)[.. set[p.Id]]))];
    }
}
