using GentleMole.Core.Job;
using GentleMole.Core.Notices;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>One job as the boards show it.</summary>
internal sealed record ListedJob(
    int Id,
    string Name,
    string Where,
    string Digger,
    string NoticeNumber,
    JobProgress Progress,
    JobClocks Clocks,
    NoticeTimes? Times,
    IReadOnlyList<Deadline> Deadlines,
    int UndecidedDots,
    int Escalated,
    int NotFound,
    bool OriginProvisional);
