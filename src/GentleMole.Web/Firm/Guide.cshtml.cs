using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>What to clip to and what never, by utility: written by us, made the firm's own by the lead.</summary>
internal sealed class GuidePage(MoleDb db) : FirmPage(db)
{
    private const int MostCharacters = 1200;

    [BindProperty(SupportsGet = true, Name = "kind")]
    public string? KindText { get; set; }

    public UtilityKind Kind => Enum.TryParse<UtilityKind>(KindText, true, out var kind) && Enum.IsDefined(kind) && !int.TryParse(KindText, out _) ? kind : UtilityKind.Gas;

    public IReadOnlyList<GuideEntry> Own { get; private set; } = [];

    public GuideEntry Entry => Own.FirstOrDefault(g => g.Kind == Kind) ?? ShippedGuide.Of(Kind);

    public IReadOnlyList<GuideNote> Notes { get; private set; } = [];

    /// <summary>What stands in the guide for a feature: the lead's words, else what ships.</summary>
    public string NoteAt(FeatureKind feature) => Notes.FirstOrDefault(n => n.Kind == Kind && n.Feature == feature)?.Text ?? ShippedGuide.At(Kind, feature);

    public bool IsOwn => Own.Any(g => g.Kind == Kind);

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var clip = reader.Text("clip", MostCharacters, required: true);
        var never = reader.Text("never", MostCharacters, required: true);
        var (insulates, bonded) = (reader.Text("insulates", MostCharacters), reader.Text("bonded", MostCharacters));
        var (dead, caution) = (reader.Text("dead", MostCharacters, required: true), reader.Text("caution", MostCharacters));
        var notes = ShippedGuide.FeaturesOf(Kind).Where(f => Request.Form.ContainsKey("at" + f)).Select(f => (Feature: f, Text: reader.Text("at" + f, MostCharacters))).ToList();
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var entry = Own.FirstOrDefault(g => g.Kind == Kind) ?? Db.Guide.Add(new GuideEntry { Kind = Kind }).Entity;
        foreach (var (feature, text) in notes)
        {
            var note = Notes.FirstOrDefault(n => n.Kind == Kind && n.Feature == feature);
            if (note is not null)
            {
                note.Text = text;
            }
            else if (text != ShippedGuide.At(Kind, feature))
            {
                Db.GuideNotes.Add(new GuideNote { Kind = Kind, Feature = feature, Text = text });
            }
        }

        (entry.Clip, entry.Never, entry.Insulates, entry.Bonded, entry.TestDead, entry.Caution) = (clip, never, insulates, bonded, dead, caution);
        await SaveAsync();
        return RedirectToPage(null, null, new { kind = Kind });
    }

    /// <summary>Back to the page that ships.</summary>
    public async Task<IActionResult> OnPostShippedAsync()
    {
        if (Own.FirstOrDefault(g => g.Kind == Kind) is { } entry)
        {
            Db.Guide.Remove(entry);
            Db.GuideNotes.RemoveRange(Notes.Where(n => n.Kind == Kind));
            await SaveAsync();
        }

        return RedirectToPage(null, null, new { kind = Kind });
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Own = await Db.Guide.ToListAsync(cancellation);
        Notes = await Db.GuideNotes.ToListAsync(cancellation);
    }
}
