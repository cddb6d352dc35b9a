using GentleMole.Core.Lines;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>Owners of buried lines, with their rules.</summary>
internal sealed class OwnersPage(MoleDb db) : FirmPage(db)
{
    [BindProperty(SupportsGet = true, Name = "owner")]
    public int? OwnerId { get; set; }

    public IReadOnlyList<OwnerRow> Owners { get; private set; } = [];

    public OwnerRow? Edited => Owners.FirstOrDefault(o => o.Id == OwnerId);

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var name = reader.Text("name", LineRules.MostOwner, required: true);
        var records = reader.Rule("records", required: true);
        var marks = reader.Rule("marks");
        var (kind, sheets, contact) = (reader.Choice("kind", UtilityKind.Unknown), reader.Text("sheets", 200), reader.Text("contact", 200));
        if (Owners.Any(o => o.Id != OwnerId && string.Equals(o.Name, name, StringComparison.OrdinalIgnoreCase)))
        {
            reader.Refuse("name", "This owner is in the list already.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var owner = Edited ?? Db.Owners.Add(new OwnerRow { Name = name }).Entity;
        (owner.Name, owner.Kind, owner.Sheets, owner.Contact) = (name, kind, sheets, contact);
        (owner.RecordsValid, owner.MarksValid) = (records!.Text, marks?.Text ?? "");
        await SaveAsync();
        return RedirectToPage(null, null, new { owner = (int?)null });
    }

    protected override async Task LoadAsync(CancellationToken cancellation) =>
        Owners = await Db.Owners.OrderBy(o => o.Name).ToListAsync(cancellation);
}
