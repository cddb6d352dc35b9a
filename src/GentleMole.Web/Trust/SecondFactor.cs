using System.Security.Cryptography;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using GentleMole.Web.Forms;

namespace GentleMole.Web.Trust;

/// <summary>
/// Codes of an authenticator (RFC 6238, the framework's own): setting it up, and the second step at the door. Each code opens
/// once; recovery codes are for a phone that is lost.
/// </summary>
internal sealed class SecondFactor(UserManager<MoleUser> users, IDataProtectionProvider protection)
{
    public const int RecoveryCodes = 10;

    private const int DigitsOfCode = 6;
    private static readonly TimeSpan StepHolds = TimeSpan.FromMinutes(5);

    /// <summary>What the framework's store calls its own rows, of which none may be left when the factor goes off.</summary>
    private const string StoreOfFramework = "[AspNetUserStore]";
    private static readonly string[] Secrets = ["AuthenticatorKey", "RecoveryCodes"];

    private readonly ITimeLimitedDataProtector _step = protection.CreateProtector("second step").ToTimeLimitedDataProtector();

    /// <summary>The key that is typed into an authenticator, in groups of four.</summary>
    public static string Spaced(string key) => string.Join(' ', key.Chunk(4).Select(c => new string(c))).ToLowerInvariant();

    /// <summary>The same as a picture that its camera reads: rows of dark and light.</summary>
    public static IReadOnlyList<string> Picture(string key, string signInName)
    {
        var address = $"otpauth://totp/Gentle%20Mole:{Uri.EscapeDataString(signInName)}?secret={key}&issuer=Gentle%20Mole";
        return QrPicture.Of(address);
    }

    /// <summary>What the form of the second step carries for somebody whose password was right.</summary>
    public string Step(MoleUser user) => _step.Protect($"{user.Id}|{user.SecurityStamp}", StepHolds);

    /// <summary>Whose second step it is; null when it is none, or took too long.</summary>
    public async Task<MoleUser?> WhoseAsync(string step)
    {
        try
        {
            return step.Length < 1000 && _step.Unprotect(step).Split('|') is [var id, var stamp]
                && await users.FindByIdAsync(id) is { Active: true, TwoFactorEnabled: true } user && user.SecurityStamp == stamp ? user : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Off, and the key and the recovery codes forgotten: a new key is made only for somebody who gives the password.</summary>
    public async Task OffAsync(MoleUser user)
    {
        await users.SetTwoFactorEnabledAsync(user, false);
        foreach (var secret in Secrets)
        {
            await users.RemoveAuthenticationTokenAsync(user, StoreOfFramework, secret);
        }

        await users.UpdateSecurityStampAsync(user);
    }

    /// <summary>The same from the terminal, where no framework runs; the caller saves.</summary>
    public static async Task OffAsync(MoleDb db, MoleUser user)
    {
        user.TwoFactorEnabled = false;
        user.SecurityStamp = Guid.NewGuid().ToString();
        db.UserTokens.RemoveRange(await db.UserTokens.AsTracking().Where(t => t.UserId == user.Id && t.LoginProvider == StoreOfFramework && Secrets.Contains(t.Name)).ToListAsync());
    }

    /// <summary>True for a code of the authenticator that was not used before, or a recovery code, which is used up by that.</summary>
    public async Task<bool> FitsAsync(MoleUser user, string typed)
    {
        var code = new string([.. typed.Where(c => !char.IsWhiteSpace(c) && c != '-')]);
        if (code.Length != DigitsOfCode || !code.All(char.IsAsciiDigit))
        {
            return typed.Length < 100 && (await users.RedeemTwoFactorRecoveryCodeAsync(user, typed.Trim().ToUpperInvariant())).Succeeded;
        }

        var hash = Tokens.HashOf(user.Id + code);
        if (hash == user.UsedCode || !await users.VerifyTwoFactorTokenAsync(user, TokenOptions.DefaultAuthenticatorProvider, code))
        {
            return false;
        }

        user.UsedCode = hash;
        return (await users.UpdateAsync(user)).Succeeded;
    }
}
