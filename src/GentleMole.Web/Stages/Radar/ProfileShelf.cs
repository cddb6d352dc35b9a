using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Exchange.Radar;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Where recordings come from and go to: files that were sent wait for their unit, recordings are laid on a job, and taken off it.</summary>
internal sealed class ProfileShelf(DataFolder folder)
{
    private const int MostName = 100;

    /// <summary>Largest file.</summary>
    public const long MostBytes = 512L * 1024 * 1024;

    /// <summary>Lays a file down that is looked at; nothing of it is on a job yet.</summary>
    public async Task<Guid> WaitAsync(int jobId, IFormFile file, CancellationToken cancellation)
    {
        var id = Guid.NewGuid();
        Directory.CreateDirectory(folder.Imports);
        var (data, name) = folder.ImportFiles(jobId, id);
        var scratch = Path.Combine(folder.Imports, DataFolder.ScratchName());
        try
        {
            await using (var copy = new FileStream(scratch, FileMode.CreateNew, FileAccess.Write))
            {
                await file.CopyToAsync(copy, cancellation);
            }

            await File.WriteAllTextAsync(name, NameOf(file.FileName), cancellation);
            File.Move(scratch, data);
        }
        finally
        {
            File.Delete(scratch);
        }

        return id;
    }

    /// <summary>The name of a file that waits; null when there is none.</summary>
    public string? Waiting(int jobId, Guid id)
    {
        var (data, name) = folder.ImportFiles(jobId, id);
        return File.Exists(data) && File.Exists(name) ? File.ReadAllText(name) : null;
    }

    /// <summary>What a file that waits holds.</summary>
    public async Task<Result<RadarProfile>> ReadAsync(int jobId, Guid id, SampleIntervalUnit? unit, CancellationToken cancellation)
    {
        await using var file = new FileStream(folder.ImportFiles(jobId, id).Data, FileMode.Open, FileAccess.Read, FileShare.Read, 1 << 16, FileOptions.SequentialScan);
        return await SegYReader.ReadAsync(file, unit, cancellation);
    }

    /// <summary>Puts a file away that waited.</summary>
    public void Forget(int jobId, Guid id)
    {
        var (data, name) = folder.ImportFiles(jobId, id);
        File.Delete(name);
        File.Delete(data);
    }

    /// <summary>Keeps a recording; saved by the caller, who calls what comes back when that fails.</summary>
    public async Task<(RadarRecord Record, Action Undo)> KeepAsync(MoleDb db, RadarProfile profile, string name, string by, NodaTime.Instant at, CancellationToken cancellation)
    {
        var record = await TraceFile.KeepAsync(folder, profile, cancellation);
        (record.Name, record.At, record.By) = (name, at, by);
        db.Profiles.Add(record);
        return (record, () => File.Delete(folder.RadarFile(record.Id)));
    }

    /// <summary>Lays a recording on a job, with the usual steps.</summary>
    public static async Task<WalkedProfile> LayAsync(MoleDb db, int jobId, RadarRecord record, string by, NodaTime.Instant at, CancellationToken cancellation)
    {
        var last = await db.WalkedProfiles.Where(p => p.JobId == jobId).MaxAsync(p => (int?)p.Number, cancellation) ?? 0;
        var walked = new WalkedProfile { JobId = jobId, ProfileId = record.Id, Number = last + 1, Name = record.Name, Steps = [.. RadarChain.Usual], By = by, At = at };
        db.WalkedProfiles.Add(walked);
        return walked;
    }

    /// <summary>Takes a profile off a job, with what was read from it; the recording stays.</summary>
    public static async Task RemoveAsync(MoleDb db, int jobId, int walkedId, CancellationToken cancellation)
    {
        var walked = await db.WalkedProfiles.Include(p => p.Picks).SingleAsync(p => p.Id == walkedId && p.JobId == jobId, cancellation);
        db.RadarPicks.RemoveRange(walked.Picks);
        db.WalkedProfiles.Remove(walked);
    }

    /// <summary>Removes a recording that lies on no job; gives what is to be done when that is saved, null when it does lie on one.</summary>
    public async Task<Action?> DeleteAsync(MoleDb db, Guid id, CancellationToken cancellation)
    {
        if (await db.Profiles.SingleOrDefaultAsync(p => p.Id == id && !db.WalkedProfiles.Any(w => w.ProfileId == id), cancellation) is not { } record)
        {
            return null;
        }

        var parts = await db.RadarParts.Where(p => p.ProfileId == id).ToListAsync(cancellation);
        db.RadarParts.RemoveRange(parts);
        db.Profiles.Remove(record);
        return () =>
        {
            File.Delete(folder.RadarFile(id));
            foreach (var part in parts)
            {
                File.Delete(folder.RadarPartFile(id, part.First));
            }
        };
    }

    /// <summary>A name as it may be kept and shown.</summary>
    public static string NameOf(string? fileName)
    {
        var name = new string([.. Path.GetFileName(fileName ?? "").Where(c => !char.IsControl(c)).Take(MostName)]);
        return name.Length > 0 ? name : "profile";
    }
}
