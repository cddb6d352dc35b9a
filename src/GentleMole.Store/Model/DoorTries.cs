using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>Wrong tries at the door by one way: an account from an address, or from a known device. Kept so that a restart forgets none.</summary>
public sealed class DoorTries
{
    /// <summary>Hash of the way; who it is cannot be read out of it.</summary>
    public required string Way { get; set; }

    /// <summary>Hash of the sign-in name alone, so that all ways to one account can be opened again.</summary>
    public string Account { get; set; } = "";

    public int Wrong { get; set; }

    public Instant LastAt { get; set; }
}
