using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>Accounts and roles.</summary>
internal sealed class PeoplePage(MoleDb db, UserManager<MoleUser> users) : FirmPage(db)
{
    [BindProperty(SupportsGet = true, Name = "who")]
    public string? PersonId { get; set; }

    public IReadOnlyList<MoleUser> People { get; private set; } = [];

    public MoleUser? Edited => People.FirstOrDefault(p => p.Id == PersonId);

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (name, role, password) = (reader.Text("person", 100, required: true), reader.Choice("role", Role.Reader), Request.Form["password"].ToString());
        if (Edited is null)
        {
            var user = new MoleUser { Name = name, UserName = reader.Text("name", 60, required: true), Role = role };
            if (reader.IsGood)
            {
                reader.Refuse(PersonErrors.Of(await users.CreateAsync(user, password)));
            }

            return reader.IsGood ? Back() : Refused(reader);
        }

        var (edited, active) = (Edited, reader.Ticked("active"));
        if (edited.Role == Role.Lead && edited.Active && !(active && role == Role.Lead) && People.Count(p => p is { Role: Role.Lead, Active: true }) == 1)
        {
            reader.Refuse("role", "This is the only lead. Make somebody else lead first.");
        }

        if (reader.IsGood && password.Length > 0)
        {
            reader.Refuse(await NewPasswordAsync(edited, password));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (edited.Name, edited.Role, edited.Active) = (name, role, active);
        reader.Refuse(PersonErrors.Of(await users.UpdateAsync(edited)));
        return reader.IsGood ? Back() : Refused(reader);
    }

    protected override async Task LoadAsync(CancellationToken cancellation) =>
        People = await Db.Users.OrderByDescending(u => u.Active).ThenBy(u => u.Name).ToListAsync(cancellation);

    /// <summary>Checked first, so that an account is never left without a password. Its open sessions end.</summary>
    private async Task<IEnumerable<Core.FieldError>> NewPasswordAsync(MoleUser user, string password)
    {
        foreach (var validator in users.PasswordValidators)
        {
            if (await validator.ValidateAsync(users, user, password) is { Succeeded: false } refused)
            {
                return PersonErrors.Of(refused);
            }
        }

        user.PasswordHash = users.PasswordHasher.HashPassword(user, password);
        user.SecurityStamp = Guid.NewGuid().ToString("N");
        return [];
    }

    private RedirectToPageResult Back() => RedirectToPage(null, null, new { who = (string?)null });
}
