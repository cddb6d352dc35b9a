using System.Security.Cryptography;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>
/// Links by which somebody sets their own password, once and within a day: whoever makes one never learns the password. Only
/// its hash is kept.
/// </summary>
internal sealed class ResetLinks(MoleDb db, UserManager<MoleUser> users, TimeProvider clock)
{
    private const int Bytes = 24;
    private static readonly Duration Holds = Duration.FromHours(24);

    /// <summary>Makes one; the code in its address. An earlier one holds no more.</summary>
    public async Task<string> MakeAsync(MoleUser user)
    {
        var code = Give(user, clock.Now());
        await users.UpdateAsync(user);
        return code;
    }

    /// <summary>Gives somebody the right to one; to be saved.</summary>
    public static string Give(MoleUser user, Instant now)
    {
        var code = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(Bytes));
        (user.ResetHash, user.ResetUntil) = (Tokens.HashOf(code), now + Holds);
        return code;
    }

    /// <summary>Whose link it is; null when it holds no more.</summary>
    public async Task<MoleUser?> WhoseAsync(string code, CancellationToken cancellation)
    {
        if (code.Length != 2 * Bytes)
        {
            return null;
        }

        var (hash, now) = (Tokens.HashOf(code), clock.Now());
        return await db.Users.AsTracking().SingleOrDefaultAsync(u => u.ResetHash == hash && u.ResetUntil > now && u.Active, cancellation);
    }

    /// <summary>Sets a password by whatever right; what is wrong with it at <c>password</c>. Cookies of before open nothing any more.</summary>
    public async Task<IEnumerable<FieldError>> SetAsync(MoleUser user, string password)
    {
        foreach (var validator in users.PasswordValidators)
        {
            if (await validator.ValidateAsync(users, user, password) is { Succeeded: false } refused)
            {
                return PersonErrors.Of(refused);
            }
        }

        // Set at once, so that an account is never left without a password.
        user.PasswordHash = users.PasswordHasher.HashPassword(user, password);
        user.SecurityStamp = Guid.NewGuid().ToString("N");
        (user.ResetHash, user.ResetUntil) = ("", null);
        return PersonErrors.Of(await users.UpdateAsync(user));
    }
}
