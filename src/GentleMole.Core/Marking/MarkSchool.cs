namespace GentleMole.Core.Marking;

/// <summary>Where practitioners put the mark when peak and null disagree.</summary>
public enum MarkSchool
{
    /// <summary>At the peak.</summary>
    Peak,

    /// <summary>Half-way between peak and null.</summary>
    Between,

    /// <summary>A broad line that covers peak and null and a margin beyond both.</summary>
    Broadened,

    /// <summary>At the position computed from both.</summary>
    Corrected,
}
