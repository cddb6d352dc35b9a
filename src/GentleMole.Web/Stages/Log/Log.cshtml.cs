using GentleMole.Core.Job;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>What was changed on one job.</summary>
internal sealed class JobLogPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    public const int Shown = 60;

    [BindProperty(SupportsGet = true, Name = "before")]
    public long? Before { get; set; }

    public IReadOnlyList<LogEntry> Entries { get; private set; } = [];

    public override JobStage Stage => JobStage.Handover;

    public async Task OnGetAsync() => Entries = await Db.Log.AsNoTracking()
        .Where(e => e.JobId == Id && (Before == null || e.Id < Before))
        .OrderByDescending(e => e.Id).Take(Shown).ToListAsync(HttpContext.RequestAborted);
}
