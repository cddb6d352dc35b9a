using GentleMole.Core.Paint;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Sheet;

/// <summary>The customs that the firm works by.</summary>
internal static class PlaceCustoms
{
    /// <summary>The one that is chosen; what no rule would have let in, by whatever way it came, is not worked by.</summary>
    public static async Task<PaintCustom> OfAsync(MoleDb db, FirmSettings firm, CancellationToken cancellation) =>
        firm.PlaceCustomId is { } id && await db.Places.AsNoTracking().SingleOrDefaultAsync(p => p.Id == id, cancellation) is { Custom: var own } && own.Check().Count == 0
            ? own
            : PaintCustom.Shipped.FirstOrDefault(p => p.Name == firm.ShippedPlace) ?? PaintCustom.Shipped[0];
}
