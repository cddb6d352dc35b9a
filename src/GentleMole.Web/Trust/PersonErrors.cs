using GentleMole.Core;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

/// <summary>What the account store refuses, as sentences at the fields.</summary>
internal static class PersonErrors
{
    public static IEnumerable<FieldError> Of(IdentityResult result) => result.Errors.Select(e => e.Code switch
    {
        "DuplicateUserName" => new FieldError("name", "This sign-in name is taken."),
        "InvalidUserName" => new FieldError("name", "A sign-in name has letters, digits, dots and dashes."),
        "PasswordTooShort" => new FieldError("password", "The password needs at least 10 characters."),
        "PasswordCommon" => new FieldError("password", "This password is among those that are guessed first, or is made of your own name. Take a few words that have nothing to do with each other."),
        "PasswordRequiresUniqueChars" => new FieldError("password", "The password needs at least 4 different characters."),
        _ => new FieldError("password", e.Description),
    });
}
