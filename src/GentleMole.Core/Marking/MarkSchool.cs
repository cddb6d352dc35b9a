namespace GentleMole.Core.Marking;

/// <summary>Where practitioners put the mark when peak and null disagree.</summary>
public enum MarkSchool
{
    /// <summary>At the peak.</summary>
    Peak = 0,

    /// <summary>Half-way between peak and null.</summary>
    Between = 1,

    /// <summary>A broad line that covers peak and null and a margin beyond both.</summary>
    Broadened = 2,

    /// <summary>At the position computed from both.</summary>
    Corrected = 3,

    /// <summary>Where most of the independent signs agree.</summary>
    Majority = 4,
}
