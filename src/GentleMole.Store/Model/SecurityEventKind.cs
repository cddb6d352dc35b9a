namespace GentleMole.Store.Model;

/// <summary>What can happen at the doors.</summary>
public enum SecurityEventKind
{
    SignedIn = 0,
    SignInFailed = 1,

    /// <summary>Too many wrong tries: not looked at.</summary>
    SignInHeldUp = 2,
    SignedOut = 3,
    SessionsEnded = 4,
    RefusedByRole = 5,
    TokenRefused = 6,
    TokenOutOfScope = 7,
    PasswordChanged = 8,
    ResetMade = 9,
    ResetUsed = 10,
    ResetRefused = 11,
    SecondFactorOn = 12,
    SecondFactorOff = 13,
    SecondFactorFailed = 14,
    Confirmed = 15,
    ConfirmFailed = 16,
    BackupMade = 17,
    BackupTaken = 18,
    FirstAccount = 19,
    UnlockedAtTerminal = 20,
    ResetAtTerminal = 21,
}
