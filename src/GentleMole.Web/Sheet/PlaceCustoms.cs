using GentleMole.Core.Paint;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Sheet;

/// <summary>The customs that the firm works by.</summary>
internal static class PlaceCustoms
{
    public static async Task<PaintCustom> OfAsync(MoleDb db, FirmSettings firm, CancellationToken cancellation) =>
        (firm.PlaceCustomId is { } id ? (await db.Places.AsNoTracking().SingleOrDefaultAsync(p => p.Id == id, cancellation))?.Custom : null)
        ?? PaintCustom.Shipped.FirstOrDefault(p => p.Name == firm.ShippedPlace) ?? PaintCustom.Shipped[0];
}
