namespace GentleMole.Core.Days;

/// <summary>A day as it would run.</summary>
public sealed record DayRun(IReadOnlyList<TimedStop> Stops, int BackAt, int TravelMinutes, int DayEnds)
{
    public int Overrun => Math.Max(0, BackAt - DayEnds);

    public int LateMinutes => Stops.Sum(s => s.Late);

    public bool IsOverbooked => Overrun > 0;
}
