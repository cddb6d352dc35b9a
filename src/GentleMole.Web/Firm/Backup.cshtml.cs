using System.Globalization;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Backups;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Firm;

/// <summary>Makes backups and hands them out.</summary>
internal sealed partial class BackupPage(MoleDb db, StoreBackup backup, TimeProvider clock, ILogger<BackupPage> log) : FirmPage(db)
{
    public IReadOnlyList<FileInfo> Files { get; private set; } = [];

    public static string Size(long bytes) => bytes < 1_000_000
        ? (bytes / 1000.0).ToString("0", CultureInfo.InvariantCulture) + " kB"
        : (bytes / 1_000_000.0).ToString("0.0", CultureInfo.InvariantCulture) + " MB";

    public async Task<IActionResult> OnPostAsync()
    {
        var file = await backup.MakeAsync(clock.Now(), cancellation: HttpContext.RequestAborted);
        var person = Visitor.Name;
        Made(file, person);
        return RedirectToPage();
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "Backup {File} was made for {Person}.")]
    private partial void Made(string file, string person);

    protected override Task LoadAsync(CancellationToken cancellation)
    {
        Files = backup.Files();
        return Task.CompletedTask;
    }
}
