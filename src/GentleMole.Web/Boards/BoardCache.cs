using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>
/// The last board that was made. Every change of a job makes a log entry, so a board holds until the log grows or the day
/// changes.
/// </summary>
internal sealed class BoardCache
{
    public Board? Last { get; set; }
}
