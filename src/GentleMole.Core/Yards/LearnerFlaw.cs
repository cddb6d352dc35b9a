namespace GentleMole.Core.Yards;

/// <summary>What a simulated learner does badly.</summary>
[Flags]
public enum LearnerFlaw
{
    /// <summary>Nothing.</summary>
    None = 0,

    /// <summary>Clips on without a test.</summary>
    NoTest = 1,

    /// <summary>Takes the first wire that comes.</summary>
    FirstWire = 2,

    /// <summary>Drives the stake right by the next service, not square, near.</summary>
    BadStake = 4,

    /// <summary>Takes the highest frequency.</summary>
    HighestFrequency = 8,

    /// <summary>Takes all power there is.</summary>
    FullPower = 16,

    /// <summary>Follows the loudest of what is heard in the way that the record points.</summary>
    Loudest = 32,

    /// <summary>Does not look which way the current runs.</summary>
    NoDirection = 64,

    /// <summary>Walks in long steps and does not look round where the line is lost.</summary>
    LongSteps = 128,

    /// <summary>Packs up without a passive sweep.</summary>
    NoPassive = 256,

    /// <summary>Never passes anything on.</summary>
    NeverUnsure = 512,

    /// <summary>Paints what the record says.</summary>
    Record = 1024,

    /// <summary>Stops where the response halves.</summary>
    StopsAtFade = 2048,

    /// <summary>Takes the circuit as it comes: a stake half driven and dry.</summary>
    DryStake = 4096,

    /// <summary>Works with one hookup alone.</summary>
    OneHookup = 8192,

    /// <summary>Takes the place of the strongest response in one quick pass, depth as first shown.</summary>
    NoNull = 16384,

    /// <summary>Looks for the line where the record has it, not all round.</summary>
    NoSweep = 32768,
}
