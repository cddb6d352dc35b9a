using GentleMole.Core.Notices;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>A job on the board with the clocks that still run.</summary>
internal sealed record BoardRow(ListedJob Job, Deadline? Next, IReadOnlyList<Deadline> Open);
