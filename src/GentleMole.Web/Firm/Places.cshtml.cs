using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Paint;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>The customs of places: colours, letters, dashes, units, tolerance. Three ship; copies are the firm's own and edited.</summary>
internal sealed class PlacesPage(MoleDb db) : FirmPage(db)
{
    /// <summary>Places of the firm's own.</summary>
    public const int Most = 50;

    private const int MostName = 60;

    [BindProperty(SupportsGet = true, Name = "place")]
    public int? PlaceId { get; set; }

    public FirmSettings Firm { get; private set; } = new();

    public IReadOnlyList<PlaceCustom> Own { get; private set; } = [];

    public PaintCustom InUse { get; private set; } = PaintCustom.Shipped[0];

    /// <summary>The one that is edited.</summary>
    public PlaceCustom? Edited => Own.FirstOrDefault(p => p.Id == PlaceId);

    public bool IsInUse(PlaceCustom own) => Firm.PlaceCustomId == own.Id;

    public bool IsInUse(PaintCustom shipped) => Firm.PlaceCustomId is null && Firm.ShippedPlace == shipped.Name;

    public IActionResult OnGet() => PlaceId is not null && Edited is null ? NotFound() : Page();

    /// <summary>A copy that can be edited.</summary>
    public async Task<IActionResult> OnPostCopyAsync()
    {
        var reader = Reader();
        if (Chosen(reader.Text("of", MostName)) is not { } of)
        {
            return NotFound();
        }

        if (Own.Count >= Most)
        {
            reader.Refuse("of", $"{Most} places of your own are the most.");
            return Refused(reader);
        }

        var names = Own.Select(p => p.Name).Concat(PaintCustom.Shipped.Select(p => p.Name)).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var stem = of.Name.Length > MostName - 10 ? of.Name[..(MostName - 10)] : of.Name;
        var name = Enumerable.Range(1, Most + 4).Select(i => i == 1 ? $"{stem}, ours" : $"{stem}, ours {i}").First(n => !names.Contains(n));
        var copy = new PlaceCustom { Name = name };
        copy.Take(of with { Name = name });
        Db.Places.Add(copy);
        await SaveAsync();
        return RedirectToPage(new { place = copy.Id });
    }

    /// <summary>The firm works by it from now on: paint, tolerance and school.</summary>
    public async Task<IActionResult> OnPostUseAsync()
    {
        var reader = Reader();
        var text = reader.Text("of", MostName);
        if (Chosen(text) is not { } of)
        {
            return NotFound();
        }

        Firm.PlaceCustomId = int.TryParse(text, out var id) ? id : null;
        Firm.ShippedPlace = Firm.PlaceCustomId is null ? of.Name : Firm.ShippedPlace;
        (Firm.PlaceName, Firm.ToleranceMetres, Firm.School) = (of.Name, of.ToleranceMetres, of.School);
        await SaveAsync();
        return RedirectToPage();
    }

    /// <summary>Keeps what was edited.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        if (Edited is not { } edited)
        {
            return NotFound();
        }

        var reader = Reader();
        var units = reader.Choice("units", edited.Units);
        var custom = new PaintCustom(
            reader.Text("name", MostName, required: true), units, reader.Length("tolerance", 0.05, 3, required: true) ?? edited.ToleranceMetres, reader.Choice("school", edited.School),
            reader.Length("dash", 0.1, 2, required: true) ?? edited.DashMetres, reader.Length("gap", 0.1, 15, required: true) ?? edited.GapMetres, reader.Length("label", 1, 60, required: true) ?? edited.LabelEveryMetres,
            Utilities.All.ToDictionary(k => k, k => reader.Choice(PaintCustom.ColourField(k), edited.Custom.ColourOf(k))),
            Utilities.All.ToDictionary(k => k, k => reader.Text(PaintCustom.LetterField(k), PaintCustom.MostLetters).ToUpperInvariant()));
        if (Own.Any(p => p.Id != edited.Id && string.Equals(p.Name, custom.Name, StringComparison.OrdinalIgnoreCase)) || PaintCustom.Shipped.Any(p => string.Equals(p.Name, custom.Name, StringComparison.OrdinalIgnoreCase)))
        {
            reader.Refuse("name", "Another place has this name.");
        }

        if (reader.IsGood)
        {
            reader.Refuse(custom.Check());
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        edited.Take(custom);
        if (IsInUse(edited))
        {
            (Firm.PlaceName, Firm.ToleranceMetres, Firm.School) = (custom.Name, custom.ToleranceMetres, custom.School);
        }

        await SaveAsync();
        return RedirectToPage(new { place = edited.Id });
    }

    /// <summary>Takes one of the firm's own away, unless the firm works by it.</summary>
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (Edited is not { } edited)
        {
            return NotFound();
        }

        if (IsInUse(edited))
        {
            var reader = Reader();
            reader.Refuse("name", "The firm works by this place. Choose another one first.");
            return Refused(reader);
        }

        Db.Places.Remove(edited);
        await SaveAsync();
        return RedirectToPage(new { place = (int?)null });
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Firm = await Db.Firms.SingleAsync(cancellation);
        Own = await Db.Places.OrderBy(p => p.Name).ToListAsync(cancellation);
        InUse = await PlaceCustoms.OfAsync(Db, Firm, cancellation);
    }

    private PaintCustom? Chosen(string text) => int.TryParse(text, out var id) ? Own.FirstOrDefault(p => p.Id == id)?.Custom : PaintCustom.Shipped.FirstOrDefault(p => p.Name == text);

    public static string Units(UnitSystem units) => units == UnitSystem.Metres ? "metres" : "feet and inches";
}
