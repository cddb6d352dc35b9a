using System.Runtime.CompilerServices;
using GentleMole.Store.Backups;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Firm;

/// <summary>Backups for the one who may take them.</summary>
internal static class BackupDownload
{
    public static void MapBackups(this WebApplication app) => app.MapGet(
        "/backup/{name:regex(^mole-[0-9-]+\\.zip$)}",
        (string name, StoreBackup backup, HttpContext http, SecurityBook book) =>
        {
            if (backup.Files().FirstOrDefault(f => f.Name == name) is not { } file)
            {
                return Results.NotFound();
            }

            var person = http.User.SignedIn()!;
            book.Note(SecurityEventKind.BackupTaken, http, person.Name, person.Id, name);
            return Results.File(file.FullName, "application/zip", name);
        })
        .ExcludeFromDescription();
}
