using GentleMole.Store.Model;

namespace GentleMole.Web.Words;

/// <summary>Sessions and what happens at the doors, for a person.</summary>
internal static class AccountWords
{
    /// <summary>A browser in a word or two, out of what it calls itself.</summary>
    public static string Browser(string agent)
    {
        var browser = agent.Contains("Firefox/", StringComparison.Ordinal) ? "Firefox"
            : agent.Contains("Edg/", StringComparison.Ordinal) ? "Edge"
            : agent.Contains("Chrome/", StringComparison.Ordinal) ? "Chrome"
            : agent.Contains("Safari/", StringComparison.Ordinal) ? "Safari" : "A browser";
        var on = agent.Contains("Android", StringComparison.Ordinal) ? " on Android"
            : agent.Contains("iPhone", StringComparison.Ordinal) ? " on an iPhone"
            : agent.Contains("iPad", StringComparison.Ordinal) ? " on an iPad"
            : agent.Contains("Windows", StringComparison.Ordinal) ? " on Windows"
            : agent.Contains("Mac OS", StringComparison.Ordinal) ? " on a Mac"
            : agent.Contains("Linux", StringComparison.Ordinal) ? " on Linux" : "";
        return browser + on;
    }

    public static string What(SecurityEventKind kind) => kind switch
    {
        SecurityEventKind.SignedIn => "signed in",
        SecurityEventKind.SignInFailed => "wrong password at the door",
        SecurityEventKind.SignInHeldUp => "held up after too many wrong tries",
        SecurityEventKind.SignedOut => "signed out",
        SecurityEventKind.SessionsEnded => "ended other sessions",
        SecurityEventKind.RefusedByRole => "refused, the role does not reach so far",
        SecurityEventKind.TokenRefused => "a token that opens nothing",
        SecurityEventKind.TokenOutOfScope => "a token that does not reach so far",
        SecurityEventKind.PasswordChanged => "changed the password",
        SecurityEventKind.ResetMade => "made a link for a new password",
        SecurityEventKind.ResetUsed => "set a new password by a link",
        SecurityEventKind.ResetRefused => "a link for a password that holds no more",
        SecurityEventKind.SecondFactorOn => "switched the second factor on",
        SecurityEventKind.SecondFactorOff => "switched the second factor off",
        SecurityEventKind.SecondFactorFailed => "a wrong code of the second factor",
        SecurityEventKind.Confirmed => "gave the password again",
        SecurityEventKind.ConfirmFailed => "gave a wrong password when asked again",
        SecurityEventKind.BackupMade => "made a backup",
        SecurityEventKind.BackupTaken => "took a backup away",
        SecurityEventKind.FirstAccount => "made the first account",
        SecurityEventKind.UnlockedAtTerminal => "unlocked at the terminal",
        SecurityEventKind.ResetAtTerminal => "a link for a new password, made at the terminal",
    };

    /// <summary>True for what somebody should not have tried.</summary>
    public static bool IsTrouble(SecurityEventKind kind) => kind is SecurityEventKind.SignInFailed or SecurityEventKind.SignInHeldUp or SecurityEventKind.RefusedByRole
        or SecurityEventKind.TokenRefused or SecurityEventKind.TokenOutOfScope or SecurityEventKind.ResetRefused or SecurityEventKind.SecondFactorFailed or SecurityEventKind.ConfirmFailed;
}
