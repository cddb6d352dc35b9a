using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using System.Globalization;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Backups;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Firm;

/// <summary>Makes backups and hands them out.</summary>
internal sealed class BackupPage(MoleDb db, StoreBackup backup, TimeProvider clock, SecurityBook book) : FirmPage(db)
{
    public IReadOnlyList<FileInfo> Files { get; private set; } = [];

    public static string Size(long bytes) => bytes < 1_000_000
        ? (bytes / 1000.0).ToString("0", CultureInfo.InvariantCulture) + " kB"
        : (bytes / 1_000_000.0).ToString("0.0", CultureInfo.InvariantCulture) + " MB";

    public async Task<IActionResult> OnPostAsync()
    {
        var file = await backup.MakeAsync(clock.Now(), cancellation: HttpContext.RequestAborted);
        book.Note(SecurityEventKind.BackupMade, HttpContext, Visitor.Name, Visitor.Id, Path.GetFileName(file));
        return RedirectToPage();
    }

    protected override Task LoadAsync(CancellationToken cancellation)
    {
        Files = backup.Files();
        return Task.CompletedTask;
    }
}
