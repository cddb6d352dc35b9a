using GentleMole.Core.Days;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>A visit with what it takes.</summary>
internal sealed record BookedVisit(
    int Id, int JobId, string JobName, string Where, TimeEstimate Estimate, int Minutes, bool IsOwnFigure, Deadline? Due, SiteOrigin Place);
