using GentleMole.Core.Yards;
using GentleMole.Exchange.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>All yards that may be played: those that ship, and those that the firm made.</summary>
internal sealed class YardShelf(MoleDb db)
{
    private const string Made = "made-";

    /// <summary>Those that ship, then those of the firm that are not put away.</summary>
    public async Task<IReadOnlyList<Yard>> AllAsync(CancellationToken cancellation) =>
        [.. YardBook.All, .. (await db.Yards.AsNoTracking().Where(y => !y.IsPutAway).OrderBy(y => y.Id).Take(100).ToListAsync(cancellation)).Select(Laid).OfType<Yard>()];

    /// <summary>One of them, also one that is put away; null where there is none of that code.</summary>
    public async Task<Yard?> FindAsync(string code, CancellationToken cancellation) =>
        YardBook.Find(code) is { } shipped ? shipped
            : code.StartsWith(Made, StringComparison.Ordinal) && int.TryParse(code[Made.Length..], System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var id)
                && await db.Yards.AsNoTracking().SingleOrDefaultAsync(y => y.Id == id, cancellation) is { } made ? Laid(made) : null;

    public static string CodeOf(MadeYard made) => Made + made.Id.ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>As it is played; null where what is kept is none any more.</summary>
    private static Yard? Laid(MadeYard made) => YardFile.Read(made.Drawn) is { IsGood: true } read ? read.Value.AsYard(CodeOf(made)) : null;
}
