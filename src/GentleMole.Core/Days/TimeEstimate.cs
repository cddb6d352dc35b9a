namespace GentleMole.Core.Days;

/// <summary>How long a job takes on site, and why.</summary>
public sealed record TimeEstimate(IReadOnlyList<TimePart> Parts)
{
    /// <summary>Minutes, up to the next five.</summary>
    public int Minutes => (int)(Math.Ceiling(Parts.Sum(p => p.Minutes) / 5) * 5);
}
