namespace GentleMole.Store.Model;

/// <summary>What was done in a round of practice.</summary>
public enum PracticeStepKind
{
    /// <summary>A hookup was made.</summary>
    Hookup = 0,

    /// <summary>The receiver was read.</summary>
    Readings = 1,

    /// <summary>Marks were put in place of those before.</summary>
    Marks = 2,

    /// <summary>A utility was answered.</summary>
    Answer = 3,
}
