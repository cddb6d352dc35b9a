namespace GentleMole.Store.Model;

/// <summary>What is done next about a line that nobody knew of.</summary>
public enum FoundStep
{
    /// <summary>Put a signal on it and trace it.</summary>
    Energise = 0,

    /// <summary>Look for what it serves: boxes, scars, buildings.</summary>
    LookForWhatItServes = 1,

    /// <summary>Look at it by radar.</summary>
    Radar = 2,

    /// <summary>Ask whoever may own it.</summary>
    AskOwners = 3,

    /// <summary>Ask for a trial hole.</summary>
    TrialHole = 4,
}
