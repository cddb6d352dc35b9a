using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>What happened at the doors.</summary>
internal sealed class SecurityPage(MoleDb db, SecurityBook book) : FirmPage(db)
{
    private const int Shown = 60;

    [BindProperty(SupportsGet = true, Name = "before")]
    public long? Before { get; set; }

    /// <summary>Only what somebody should not have tried.</summary>
    [BindProperty(SupportsGet = true, Name = "trouble")]
    public bool Trouble { get; set; }

    public IReadOnlyList<SecurityEvent> Events { get; private set; } = [];

    public string When(SecurityEvent happened) => LogWords.When(happened.At, TimeZone);

    public FirmSettings Firm { get; private set; } = null!;

    /// <summary>Whose it is, or at whom it was aimed: a wrong password for somebody is not theirs.</summary>
    public static string Who(SecurityEvent happened) => happened switch
    {
        { Who: "" } => "a stranger",
        { Kind: SecurityEventKind.SignInFailed or SecurityEventKind.SignInHeldUp or SecurityEventKind.SecondFactorFailed } => "somebody, as " + happened.Who,
        _ => happened.Who,
    };

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        // Before the page is read: what it reads is of one moment.
        await book.FlushAsync(HttpContext.RequestAborted);
        await base.OnPageHandlerExecutionAsync(context, next);
    }

    /// <summary>What the doors ask of people, and how much may be laid in.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (job, firm) = (reader.Whole("jobMegabytes", "MB", 1, 1_000_000), reader.Whole("firmMegabytes", "MB", 1, 100_000_000));
        if (reader.IsGood && (job ?? Firm.JobMegabytes) > (firm ?? Firm.FirmMegabytes))
        {
            reader.Refuse("jobMegabytes", "One job cannot have more than all of them together.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (Firm.LeadsNeedSecondFactor, Firm.JobMegabytes, Firm.FirmMegabytes) = (reader.Ticked("factor"), job ?? Firm.JobMegabytes, firm ?? Firm.FirmMegabytes);
        await SaveAsync();
        return RedirectToPage();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Firm = await Db.Firms.AsTracking().SingleAsync(cancellation);
        var troubles = Enum.GetValues<SecurityEventKind>().Where(AccountWords.IsTrouble).ToList();
        Events = await Db.SecurityEvents.AsNoTracking().Where(e => (Before == null || e.Id < Before) && (!Trouble || EF.Parameter(troubles).Contains(e.Kind)))
            .OrderByDescending(e => e.Id).Take(Shown).ToListAsync(cancellation);
    }
}
