using GentleMole.Core.Days;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>One person's day as it would run, and a better order when there is one.</summary>
internal sealed record BookedDay(
    MoleUser Person, LocalDate Day, IReadOnlyList<BookedVisit> Visits, DayRun Run, IReadOnlyList<int>? Better, DayRun? BetterRun)
{
    /// <summary>Minutes that the better order saves, in travel.</summary>
    public int Saves => BetterRun is { } better ? Run.TravelMinutes - better.TravelMinutes : 0;
}
