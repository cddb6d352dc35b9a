namespace GentleMole.Core.Days;

/// <summary>A stop in its place in the day; all in minutes after midnight.</summary>
public sealed record TimedStop(Stop Stop, int Leaves, int Arrives, int Ends)
{
    /// <summary>Minutes by which the due time is missed.</summary>
    public int Late => Stop.Due is { } due ? Math.Max(0, Ends - due) : 0;
}
