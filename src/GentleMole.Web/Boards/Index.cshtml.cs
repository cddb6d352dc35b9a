using GentleMole.Core.Notices;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>The jobs: each with its state, what is due next and what is wrong.</summary>
internal sealed class JobsIndexPage(JobList jobs, JobGate gate) : PageModel
{
    private const int PageSize = 40;

    /// <summary>Part of a name, place, digger or notice number.</summary>
    [BindProperty(SupportsGet = true, Name = "q")]
    public string? Search { get; set; }

    [BindProperty(SupportsGet = true, Name = "from")]
    public int From { get; set; }

    public IReadOnlyList<(ListedJob Job, Deadline? Next, IReadOnlyList<string> Warnings)> Jobs { get; private set; } = [];

    public int Found { get; private set; }

    public int? NextFrom => From + PageSize < Found ? From + PageSize : null;

    public FirmSettings Firm { get; private set; } = new();

    public LocalDate Today { get; private set; }

    public bool MayOpen => Access.MayChange("/Boards/New", User.SignedIn()!.Role);

    public async Task OnGetAsync(CancellationToken cancellation)
    {
        var board = await jobs.BoardAsync(cancellation);
        (Firm, Today) = (board.Firm, board.Today);
        var only = await gate.OnlyAsync(User.SignedIn()!, cancellation);
        var found = board.Jobs
            .Where(j => only is null || only.Contains(j.Id))
            .Where(j => Matches(j, Search))
            .Select(j => (Job: j, Next: ClockWords.Next(j.Deadlines, j.Progress)))
            .OrderBy(j => j.Job.Progress.HandedOver)
            .ThenBy(j => j.Next?.Date ?? LocalDate.MaxIsoValue)
            .ThenByDescending(j => j.Job.Id)
            .ToList();
        Found = found.Count;
        From = Math.Clamp(From, 0, Math.Max(0, Found - 1));
        Jobs = [.. found.Skip(From).Take(PageSize).Select(j => (j.Job, j.Next, WarningWords.Of(j.Job, Today)))];
    }

    public static bool Matches(ListedJob job, string? search) => string.IsNullOrWhiteSpace(search)
        || new[] { job.Name, job.Where, job.Digger, job.NoticeNumber }.Any(t => t.Contains(search.Trim(), StringComparison.OrdinalIgnoreCase));
}
