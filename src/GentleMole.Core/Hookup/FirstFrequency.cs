namespace GentleMole.Core.Hookup;

/// <summary>Which frequency is tried first on a line that is earthed and sound; people differ, so it is a habit of the house.</summary>
public enum FirstFrequency
{
    /// <summary>The lowest that both instruments have: it stays on the line longest.</summary>
    Lowest = 0,

    /// <summary>A medium one: it couples through more joints.</summary>
    Medium = 1,
}
