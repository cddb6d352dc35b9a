using System.Collections.Concurrent;
using GentleMole.Core;
using GentleMole.Exchange.Drawings;
using GentleMole.Store;
using GentleMole.Web.Sheet;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>
/// Where an owner's drawing lies between sending it and taking it over: the file is kept, nothing of it is on the job yet.
/// </summary>
internal sealed class ImportDesk(DataFolder folder)
{
    /// <summary>Drawings that are held read in memory; the files of others are read again.</summary>
    private const int MostHeld = 8;
    private static readonly TimeSpan LongestStay = TimeSpan.FromDays(7);

    private readonly ConcurrentDictionary<Guid, OwnersDrawing> _held = new();

    /// <summary>Reads and keeps a file; a refusal at <c>file</c> changes nothing.</summary>
    public async Task<Result<Guid>> KeepAsync(int jobId, IFormFile file, CancellationToken cancellation)
    {
        using var content = new MemoryStream();
        await file.CopyToAsync(content, cancellation);
        var name = Path.GetFileName(file.FileName) is { Length: > 0 and <= 200 } given ? given : "drawing";
        var bytes = content.ToArray();
        var drawing = DrawingReader.Read(bytes, name);
        if (!drawing.IsGood)
        {
            return drawing.Errors.ToList();
        }

        Directory.CreateDirectory(folder.Imports);
        Clear();
        var id = Guid.NewGuid();
        await File.WriteAllTextAsync(NameFile(jobId, id), name, cancellation);
        await File.WriteAllBytesAsync(DataFile(jobId, id), bytes, cancellation);
        Hold(id, drawing.Value);
        return id;
    }

    /// <summary>A kept drawing laid on the site by the choices made; null when there is none.</summary>
    public async Task<ImportView?> OpenAsync(int jobId, Guid id, JobSheet sheet, ImportChoice choice, CancellationToken cancellation)
    {
        if (!File.Exists(NameFile(jobId, id)) || !File.Exists(DataFile(jobId, id)))
        {
            return null;
        }

        var name = await File.ReadAllTextAsync(NameFile(jobId, id), cancellation);
        if (!_held.TryGetValue(id, out var drawing))
        {
            var read = DrawingReader.Read(await File.ReadAllBytesAsync(DataFile(jobId, id), cancellation), name);
            if (!read.IsGood)
            {
                return null;
            }

            Hold(id, drawing = read.Value);
        }

        return ImportView.Lay(id, name, drawing, sheet, choice);
    }

    public void Forget(int jobId, Guid id)
    {
        _held.TryRemove(id, out _);
        File.Delete(NameFile(jobId, id));
        File.Delete(DataFile(jobId, id));
    }

    private void Hold(Guid id, OwnersDrawing drawing)
    {
        if (_held.Count >= MostHeld)
        {
            _held.Clear();
        }

        _held[id] = drawing;
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
}
