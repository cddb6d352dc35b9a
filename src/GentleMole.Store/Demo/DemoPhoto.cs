using System.Security.Cryptography;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Demo;

/// <summary>A drawn picture of a chamber lid, which says on itself that it is made up, so that a photo can be seen in its place.</summary>
internal static class DemoPhoto
{
    /// <summary>Puts it beside the database and onto the chamber of the car park.</summary>
    public static async Task PutAsync(MoleDb db, Job job, CancellationToken cancellation)
    {
        using var resource = typeof(DemoPhoto).Assembly.GetManifestResourceStream("made-up-lid.jpg")!;
        using var content = new MemoryStream();
        await resource.CopyToAsync(content, cancellation).ConfigureAwait(false);
        var bytes = content.ToArray();
        var photo = new Photo
        {
            Id = Guid.NewGuid(), JobId = job.Id, Format = "jpg", Bytes = bytes.Length, Sha256 = Convert.ToHexStringLower(SHA256.HashData(bytes)),
        };
        using var folder = new DataFolder(Path.GetDirectoryName(db.Database.GetDbConnection().DataSource)!);
        Directory.CreateDirectory(folder.Photos);
        await File.WriteAllBytesAsync(folder.PhotoFile(photo.Id, "jpg"), bytes, cancellation).ConfigureAwait(false);
        job.Features.Single(f => f.Name == "J2").Photos.Add(photo);
    }
}
