using System.Collections.Concurrent;
using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using GentleMole.Store;
using GentleMole.Web.Sheet;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>
/// Where an owner's drawing lies between sending it and taking it over: what was read of it is kept, nothing of it is on the
/// job yet.
/// </summary>
internal sealed class ImportDesk(DataFolder folder, ReadingRoom room)
{
    /// <summary>Drawings that are held read in memory; others are taken from the disk again.</summary>
    private const int MostHeld = 8;
    private const int MostName = 200;
    private static readonly TimeSpan LongestStay = TimeSpan.FromDays(7);

    private readonly ConcurrentDictionary<Guid, Held> _held = new();

    /// <summary>Reads and keeps a file; a refusal at <c>file</c> changes nothing.</summary>
    /// <param name="sent">Id under which it was sent.</param>
    public async Task<Result<Guid>> KeepAsync(int jobId, Guid sent, IFormFile file, CancellationToken cancellation)
    {
        var name = Path.GetFileName(file.FileName) is { Length: > 0 and <= MostName } given ? given : "drawing";
        if (DrawingReader.TooLarge(file.Length, name) is { } refusal)
        {
            return refusal;
        }

        Directory.CreateDirectory(folder.Imports);
        Clear();
        var scratch = Path.Combine(folder.Imports, DataFolder.ScratchName());
        try
        {
            await using (var copy = new FileStream(scratch, FileMode.CreateNew, FileAccess.Write))
            {
                await file.CopyToAsync(copy, cancellation);
            }

            var drawing = await room.ReadAsync(sent, scratch, name, cancellation);
            if (!drawing.IsGood)
            {
                return drawing.Errors.ToList();
            }

            var id = Guid.NewGuid();
            Write(drawing.Value, scratch);
            await File.WriteAllTextAsync(NameFile(jobId, id), name, cancellation);
            File.Move(scratch, DataFile(jobId, id));
            Hold(id, new Held(drawing.Value));
            return id;
        }
        finally
        {
            File.Delete(scratch);
        }
    }

    /// <summary>A kept drawing laid on the site by the choices made; null when there is none.</summary>
    public async Task<ImportView?> OpenAsync(int jobId, Guid id, JobSheet sheet, ImportChoice choice, CancellationToken cancellation)
    {
        if (!File.Exists(NameFile(jobId, id)) || !File.Exists(DataFile(jobId, id)))
        {
            return null;
        }

        var name = await File.ReadAllTextAsync(NameFile(jobId, id), cancellation);
        if (!_held.TryGetValue(id, out var held))
        {
            if (await ReadKeptAsync(DataFile(jobId, id), name, cancellation) is not { } drawing)
            {
                return null;
            }

            Hold(id, held = new Held(drawing));
        }

        return ImportView.Lay(id, name, held.Drawing, sheet, choice, held.Laid);
    }

    public void Forget(int jobId, Guid id)
    {
        _held.TryRemove(id, out _);
        File.Delete(NameFile(jobId, id));
        File.Delete(DataFile(jobId, id));
    }

    /// <summary>What was read when it came. Directories of earlier versions hold the file itself: it is read like a new one.</summary>
    private async Task<OwnersDrawing?> ReadKeptAsync(string path, string name, CancellationToken cancellation)
    {
        var start = new byte[32];
        await using (var file = File.OpenRead(path))
        {
            await file.ReadAtLeastAsync(start, start.Length, throwOnEndOfStream: false, cancellation);
        }

        if (DrawingCodec.IsOne(start))
        {
            try
            {
                return new FileInfo(path).Length <= DrawingCodec.MostBytes ? DrawingCodec.Read(await File.ReadAllBytesAsync(path, cancellation)) : null;
            }
            catch (InvalidDataException)
            {
                return null;
            }
        }

        var read = await room.ReadAsync(Guid.NewGuid(), path, name, cancellation);
        return read.IsGood ? read.Value : null;
    }

    private static void Write(OwnersDrawing drawing, string path)
    {
        using var file = new FileStream(path, FileMode.Create, FileAccess.Write);
        DrawingCodec.Write(drawing, file);
    }

    private void Hold(Guid id, Held held)
    {
        if (_held.Count >= MostHeld)
        {
            _held.Clear();
        }

        _held[id] = held;
    }

    /// <summary>Drawings that nobody took over within a week.</summary>
    private void Clear()
    {
        foreach (var old in new DirectoryInfo(folder.Imports).GetFiles().Where(f => f.LastWriteTimeUtc < DateTime.UtcNow - LongestStay))
        {
            old.Delete();
        }
    }

    private string NameFile(int jobId, Guid id) => folder.ImportFiles(jobId, id).Name;

    private string DataFile(int jobId, Guid id) => folder.ImportFiles(jobId, id).Data;

    /// <summary>A drawing in memory, with the parts of the way in which it was last laid.</summary>
    private sealed class Held(OwnersDrawing drawing)
    {
        private (string Way, SiteBox? Near, LaidDrawing Laid)? _last;

        public OwnersDrawing Drawing => drawing;

        public LaidDrawing Laid(string way, Func<SitePoint, SitePoint> toSite, SiteBox? near)
        {
            if (_last is { } last && last.Way == way && last.Near == near)
            {
                return last.Laid;
            }

            var laid = new LaidDrawing(drawing, toSite, near);
            _last = (way, near, laid);
            return laid;
        }
    }
}
