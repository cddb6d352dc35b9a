namespace GentleMole.Core.Days;

/// <summary>A day as it would run.</summary>
public sealed record DayRun(IReadOnlyList<TimedStop> Stops, int BackAt, int TravelMinutes, int DayEnds)
{
    /// <summary>Minutes by which the day runs over its end.</summary>
    public int Overrun => Math.Max(0, BackAt - DayEnds);

    /// <summary>Minutes late at all stops together.</summary>
    public int LateMinutes => Stops.Sum(s => s.Late);

    /// <summary>True when the day does not hold what is booked.</summary>
    public bool IsOverbooked => Overrun > 0;
}
