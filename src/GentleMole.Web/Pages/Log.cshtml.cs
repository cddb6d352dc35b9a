using GentleMole.Store;
using GentleMole.Store.Log;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Pages;

/// <summary>The whole log, and the walk along its chain.</summary>
internal sealed class LogPage(MoleDb db, StoreFile file) : FirmPage(db)
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
        Verdict = Check ? await LogChain.VerifyAsync(file, cancellation) : null;
    }
}

/// <summary>The verdict on the chain, for the page and the terminal.</summary>
internal static class LogVerdictWords
{
    public static string Say(LogVerdict verdict) => verdict switch
    {
        { Broken: { } at } => $"The chain is broken at entry {at}.",
        { LostHandovers.Count: > 0 } => "The end of the log is missing.",
        { BrokenBlock: { } block } => $"Evidence was altered: block {block} of the instruments' readings.",
        _ => $"The chain is whole: {verdict.Entries} entries{(verdict.Samples > 0 ? $", and {verdict.Samples} readings of instruments as they came" : "")}.",
    };

    public static string Why(LogVerdict verdict) => verdict switch
    {
        { Broken: not null } => $"{verdict.Entries} entries before it fit. Something was altered or taken out there: keep this file, and compare with a backup.",
        { LostHandovers.Count: > 0 } => $"The handover of job {string.Join(", ", verdict.LostHandovers)} carries a head that the chain does not hold.",
        { BrokenBlock: not null } => "It is not as the log says, is gone, or no entry speaks of it. The chain of the log itself fits: keep this file, and compare with a backup.",
        { Entries: 0 } => "There is nothing in it yet.",
        _ => "Head " + verdict.Head,
    };
}
