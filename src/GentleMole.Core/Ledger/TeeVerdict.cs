namespace GentleMole.Core.Ledger;

/// <summary>Whether the branches of a tee add up to its trunk.</summary>
public enum TeeVerdict
{
    /// <summary>They do, within the scatter of what was read.</summary>
    Balances = 0,

    /// <summary>A part of the trunk's current is on none of them: there is another way out.</summary>
    Missing,

    /// <summary>They carry more than the trunk.</summary>
    TooMuch,
}
