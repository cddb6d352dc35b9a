using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

/// <summary>Links by which somebody without an account sees what lies under one dig. Each opens one job and nothing else.</summary>
internal static class DiggerLinks
{
    private const int LongestSecret = 100;

    /// <summary>Whose secret this is, taken back or not; null for none.</summary>
    public static async Task<DiggerLink?> OfAsync(MoleDb db, string secret, CancellationToken cancellation)
    {
        if (secret.Length > LongestSecret)
        {
            return null;
        }

        var hash = Tokens.HashOf(secret);
        return await db.DiggerLinks.AsNoTracking().SingleOrDefaultAsync(l => l.SecretHash == hash, cancellation);
    }
}
