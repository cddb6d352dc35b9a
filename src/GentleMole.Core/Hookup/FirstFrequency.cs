namespace GentleMole.Core.Hookup;

/// <summary>Which frequency is tried first on a line that is earthed and sound; people differ, so it is a habit of the house.</summary>
public enum FirstFrequency
{
    Lowest = 0,
    Medium = 1,
}
