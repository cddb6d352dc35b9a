using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Web.Frame;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>The whole log, and the walk along its chain.</summary>
internal sealed class LogPage(MoleDb db, StoreFile file, HeadKeeper heads) : FirmPage(db)
{
    private const int Shown = 60;

    [BindProperty(SupportsGet = true, Name = "before")]
    public long? Before { get; set; }

    [BindProperty(SupportsGet = true, Name = "check")]
    public bool Check { get; set; }

    public IReadOnlyList<LogEntry> Entries { get; private set; } = [];

    public string Zone { get; private set; } = "UTC";

    public LogVerdict? Verdict { get; private set; }

    public string Say => LogVerdictWords.Say(Verdict!);

    public string Why => LogVerdictWords.Why(Verdict!);

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Zone = await Db.Firms.Select(f => f.TimeZone).SingleAsync(cancellation);
        Entries = await Db.Log.AsNoTracking().Where(e => Before == null || e.Id < Before)
            .OrderByDescending(e => e.Id).Take(Shown).ToListAsync(cancellation);
        Verdict = Check ? await LogChain.VerifyAsync(file, heads, cancellation) : null;
    }
}
