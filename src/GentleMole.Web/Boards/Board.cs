using GentleMole.Core.Notices;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>All jobs with their clocks at one state of the log.</summary>
internal sealed record Board(long LogHead, LocalDate Today, FirmSettings Firm, WorkingCalendar Calendar, DateTimeZone Zone, IReadOnlyList<ListedJob> Jobs);
