using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Sheet;

/// <summary>What the log says has happened to a job, or to what all jobs share, since a sheet was read.</summary>
/// <param name="Frame">Something beside its dots has changed.</param>
/// <param name="AllDots">So much of its dots has changed that they are read anew.</param>
/// <param name="Dots">Dots that were added or changed one by one.</param>
/// <param name="Batches">Instruments sent something.</param>
internal sealed record SheetChanges(bool Frame, bool AllDots, IReadOnlySet<Guid> Dots, bool Batches)
{
    /// <summary>More than so many and all is read anew.</summary>
    private const int Most = 200;

    private const string Dot = nameof(Reading) + ":";
    private const string Block = nameof(SampleBlock) + ":";

    public bool Nothing => !Frame && !AllDots && !Batches && Dots.Count == 0;

    public static async Task<SheetChanges> SinceAsync(MoleDb db, int jobId, long head, CancellationToken cancellation)
    {
        var subjects = await db.Log.Where(e => e.Id > head && (e.JobId == jobId || e.JobId == null))
            .Select(e => e.Subject).Distinct().OrderBy(s => s).Take(Most).ToListAsync(cancellation);
        var dots = new HashSet<Guid>();
        var (frame, all, batches) = (false, subjects.Count == Most, false);
        foreach (var subject in subjects)
        {
            if (subject.StartsWith(Block, StringComparison.Ordinal))
            {
                batches = true;
            }
            else if (!subject.StartsWith(Dot, StringComparison.Ordinal))
            {
                frame = true;
            }
            else if (Guid.TryParse(subject.AsSpan(Dot.Length), out var id))
            {
                dots.Add(id);
            }
            else
            {
                all = true;
            }
        }

        return new SheetChanges(frame || all, all, dots, batches);
    }
}
