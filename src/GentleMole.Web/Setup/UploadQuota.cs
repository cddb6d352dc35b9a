using GentleMole.Core;
using GentleMole.Store;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Setup;

/// <summary>How much may be laid in: photos, drawings and radar profiles of one job, and of the firm as a whole.</summary>
internal sealed class UploadQuota(MoleDb db, DataFolder folder)
{
    private const long Megabyte = 1_000_000;

    /// <summary>A refusal at a field when so much more would be too much; null when there is room.</summary>
    /// <param name="jobId">Null for what belongs to no job yet.</param>
    public async Task<FieldError?> RefuseAsync(int? jobId, long bytes, string field, CancellationToken cancellation)
    {
        var most = await db.Firms.AsNoTracking().Select(f => new { f.JobMegabytes, f.FirmMegabytes }).SingleAsync(cancellation);
        var onDesk = Directory.Exists(folder.Imports) ? new DirectoryInfo(folder.Imports).GetFiles() : [];
        var job = jobId is null ? 0 : await db.WalkedProfiles.Where(w => w.JobId == jobId).SumAsync(w => w.Profile!.Bytes, cancellation) + await db.Photos.Where(p => p.JobId == jobId).SumAsync(p => p.Bytes, cancellation) + onDesk.Where(f => f.Name.StartsWith($"{jobId}-", StringComparison.Ordinal)).Sum(f => f.Length);
        if (jobId is not null && job + bytes > most.JobMegabytes * Megabyte)
        {
            return new FieldError(field, $"This job holds {job / Megabyte} MB of photos, drawings and radar profiles, and this would be {Math.Max(1, bytes / Megabyte)} MB more; {most.JobMegabytes} MB is the most. A lead can allow more under Firm, Security.");
        }

        var all = await db.Profiles.SumAsync(p => p.Bytes, cancellation) + await db.Photos.SumAsync(p => p.Bytes, cancellation) + onDesk.Sum(f => f.Length);
        return all + bytes > most.FirmMegabytes * Megabyte
            ? new FieldError(field, $"The firm holds {all / Megabyte} MB of photos, drawings and radar profiles, and this would be {Math.Max(1, bytes / Megabyte)} MB more; {most.FirmMegabytes} MB is the most. A lead can allow more under Firm, Security.")
            : null;
    }
}
