using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>Asks somebody who is in for their own password; wrong ones are counted like those at the door.</summary>
internal sealed class PasswordAgain(UserManager<MoleUser> users, DoorKeeper door, SecurityBook book)
{
    /// <summary>A sentence for the field when it is not theirs, or too many wrong ones came; null when it is.</summary>
    public async Task<string?> RefuseAsync(MoleUser user, string typed, HttpContext http)
    {
        var way = "again " + user.UserName;
        if (await door.WaitAsync(way, http, null) is var wait && wait > Duration.Zero)
        {
            return DoorKeeper.Say(wait);
        }

        if (user.PasswordHash is not { } hash || users.PasswordHasher.VerifyHashedPassword(user, hash, typed) == PasswordVerificationResult.Failed)
        {
            await door.WrongAsync(way, http, null);
            book.Note(SecurityEventKind.ConfirmFailed, http, user.Name, user.Id);
            return "This is not your password.";
        }

        return null;
    }
}
