using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Frame;
using GentleMole.Web.Setup;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>Accounts, roles, and which jobs readers were given.</summary>
internal sealed class PeoplePage(MoleDb db, UserManager<MoleUser> users, SecondFactor factor, ResetLinks links, PersonSessions sessions, SecurityBook book, PublicAddress address) : FirmPage(db)
{
    private const int MostGiven = 500;

    [BindProperty(SupportsGet = true, Name = "who")]
    public string? PersonId { get; set; }

    public IReadOnlyList<MoleUser> People { get; private set; } = [];

    public MoleUser? Edited => People.FirstOrDefault(p => p.Id == PersonId);

    /// <summary>Jobs that the edited person was given, with their names.</summary>
    public IReadOnlyList<(int Id, string Name)> Given { get; private set; } = [];

    /// <summary>A link that was just made, and for whom; shown once.</summary>
    public (string Address, string Name)? Link { get; private set; }

    public string GivenText => string.Join(", ", Given.Select(g => g.Id));

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (name, role) = (reader.Text("person", PersonRules.MostName, required: true), reader.Choice("role", Role.Reader));
        if (PersonRules.Refuse(name) is { } refusal)
        {
            reader.Refuse([refusal]);
        }

        var given = await GivenAsync(reader, role);
        return Edited is null ? await LetInAsync(reader, name, role, given) : await ChangeAsync(reader, Edited, name, role, given);
    }

    /// <summary>A link by which the person sets a password; nobody else learns it.</summary>
    public async Task<IActionResult> OnPostLinkAsync()
    {
        if (Edited is not { Active: true } edited)
        {
            return NotFound();
        }

        await ShowLinkAsync(edited);
        return Page();
    }

    /// <summary>For a phone that is lost with its recovery codes.</summary>
    public async Task<IActionResult> OnPostFactorOffAsync()
    {
        if (Edited is { TwoFactorEnabled: true } edited)
        {
            await factor.OffAsync(edited);
            book.Note(SecurityEventKind.SecondFactorOff, HttpContext, Visitor.Name, Visitor.Id, "of " + edited.Name);
        }

        return Back();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        People = await Db.Users.AsTracking().OrderByDescending(u => u.Active).ThenBy(u => u.Name).ToListAsync(cancellation);
        Given = PersonId is null ? [] : [.. (await Db.Grants.AsNoTracking().Where(g => g.PersonId == PersonId)
            .Join(Db.Jobs, g => g.JobId, j => j.Id, (_, j) => new { j.Id, j.Name }).OrderBy(j => j.Id).ToListAsync(cancellation)).Select(j => (j.Id, j.Name))];
    }

    private async Task<IActionResult> LetInAsync(FormReader reader, string name, Role role, List<int> given)
    {
        var user = new MoleUser { Name = name, UserName = reader.Text("name", PersonRules.MostSignInName, required: true), Role = role };
        if (reader.IsGood)
        {
            await using var turn = await Db.BeginWriteAsync(HttpContext.RequestAborted);
            reader.Refuse(PersonErrors.Of(await users.CreateAsync(user)));
            if (reader.IsGood)
            {
                Db.Grants.AddRange(given.Select(job => new JobGrant { JobId = job, PersonId = user.Id }));
                await SaveAsync();
                await turn.CommitAsync(HttpContext.RequestAborted);
            }
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await ShowLinkAsync(user);
        await LoadAsync(HttpContext.RequestAborted);
        return Page();
    }

    private async Task<IActionResult> ChangeAsync(FormReader reader, MoleUser edited, string name, Role role, List<int> given)
    {
        var active = reader.Ticked("active");
        if (edited.Role == Role.Lead && edited.Active && !(active && role == Role.Lead) && People.Count(p => p is { Role: Role.Lead, Active: true }) == 1)
        {
            reader.Refuse("role", "This is the only lead. Make somebody else lead first.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (edited.Name, edited.Role, edited.Active) = (name, role, active);
        var had = await Db.Grants.AsTracking().Where(g => g.PersonId == edited.Id).ToListAsync(HttpContext.RequestAborted);
        Db.Grants.RemoveRange(had.Where(g => !given.Contains(g.JobId)));
        Db.Grants.AddRange(given.Where(job => had.TrueForAll(g => g.JobId != job)).Select(job => new JobGrant { JobId = job, PersonId = edited.Id }));
        reader.Refuse(PersonErrors.Of(await users.UpdateAsync(edited)));
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        if (!active)
        {
            await sessions.EndOthersAsync(edited.Id, null, HttpContext.RequestAborted);
        }

        return Back();
    }

    /// <summary>The jobs that stand in the field; only readers need any.</summary>
    private async Task<List<int>> GivenAsync(FormReader reader, Role role)
    {
        if (role != Role.Reader)
        {
            return [];
        }

        var given = new List<int>();
        foreach (var part in reader.Text("given", 4000).Split([',', ' ', ';', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (!int.TryParse(part, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var job) || given.Count == MostGiven)
            {
                reader.Refuse("given", $"Give the numbers of jobs with commas between, like 3, 7; {MostGiven} at most.");
                return [];
            }

            given.Add(job);
        }

        given = [.. given.Distinct()];
        var there = await Db.Jobs.Where(j => EF.Parameter(given).Contains(j.Id)).Select(j => j.Id).ToListAsync(HttpContext.RequestAborted);
        if (given.Except(there).ToList() is { Count: > 0 } missing)
        {
            reader.Refuse("given", $"There is no job {string.Join(", ", missing)}.");
        }

        return given;
    }

    private async Task ShowLinkAsync(MoleUser user)
    {
        var code = await links.MakeAsync(user);
        Link = ($"{address.Of(Request)}/reset/{code}", user.Name);
        book.Note(SecurityEventKind.ResetMade, HttpContext, Visitor.Name, Visitor.Id, "for " + user.Name);
    }

    private RedirectToPageResult Back() => RedirectToPage(null, null, new { who = (string?)null });
}
