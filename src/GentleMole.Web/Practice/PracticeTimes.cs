using System.Globalization;
using GentleMole.Core.Yards;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>Moments of a round, as minutes and seconds since it began.</summary>
internal static class PracticeTimes
{
    /// <summary>When the reading was taken that showed a cause; empty where none did.</summary>
    public static string At(PracticePlay play, YardCause cause) => cause.SeenAtReading is { } index && index < play.Times.Count ? Since(play, play.Times[index]) : "";

    public static string Since(PracticePlay play, Instant at)
    {
        var since = at - play.Row.StartedAt;
        return string.Create(CultureInfo.InvariantCulture, $"{(int)since.TotalMinutes}:{since.Seconds:00}");
    }
}
