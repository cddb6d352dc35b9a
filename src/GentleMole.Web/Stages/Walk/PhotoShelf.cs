using System.Security.Cryptography;
using GentleMole.Core;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;

namespace GentleMole.Web.Stages;

/// <summary>
/// Where photos lie: as files beside the database, under ids of our own, as they came. What goes out of the house goes
/// without the camera's data unless somebody asks for it.
/// </summary>
internal sealed class PhotoShelf(DataFolder folder)
{
    /// <summary>Looks at an uploaded photo; a refusal at <c>photo</c> keeps nothing.</summary>
    private static async Task<Result<(byte[] Content, PhotoFacts Facts)>> ReadAsync(IFormFile file, CancellationToken cancellation)
    {
        if (PhotoFile.TooLarge(file.Length) is { } refusal)
        {
            return refusal;
        }

        using var content = new MemoryStream();
        await file.CopyToAsync(content, cancellation);
        var bytes = content.ToArray();
        var facts = PhotoFile.Look(bytes);
        return facts.IsGood ? (bytes, facts.Value) : facts.Errors.ToList();
    }

    /// <summary>The photo that a form carries under <c>photo</c>, looked at and within the quota; null when there is none, or it was refused at its field.</summary>
    public static async Task<(byte[] Content, PhotoFacts Facts)?> OfFormAsync(IFormCollection form, FormReader reader, int jobId, UploadQuota quota, CancellationToken cancellation)
    {
        if (form.Files.GetFile("photo") is not { Length: > 0 } file)
        {
            return null;
        }

        var looked = await ReadAsync(file, cancellation);
        reader.Refuse(looked.Errors);
        if (await quota.RefuseAsync(jobId, file.Length, "photo", cancellation) is { } full)
        {
            reader.Refuse([full]);
        }

        return looked.IsGood ? looked.Value : null;
    }

    /// <summary>Puts a photo on the shelf; the row that names it is saved afterwards, so that no row is without its file.</summary>
    public async Task<Photo> KeepAsync(int jobId, byte[] content, PhotoFacts facts, CancellationToken cancellation)
    {
        Directory.CreateDirectory(folder.Photos);
        var photo = new Photo
        {
            Id = Guid.NewGuid(),
            JobId = jobId,
            Format = facts.Format,
            Bytes = content.Length,
            Sha256 = Convert.ToHexStringLower(SHA256.HashData(content)),
            TakenAt = facts.TakenAt,
            Latitude = facts.Position?.LatitudeDegrees,
            Longitude = facts.Position?.LongitudeDegrees,
        };
        await File.WriteAllBytesAsync(PathOf(photo), content, cancellation);
        return photo;
    }

    /// <summary>The picture, without the camera's data unless wanted; null when the file is gone.</summary>
    public async Task<byte[]?> TakeAsync(Photo photo, bool withData, CancellationToken cancellation)
    {
        if (!File.Exists(PathOf(photo)))
        {
            return null;
        }

        var content = await File.ReadAllBytesAsync(PathOf(photo), cancellation);
        return withData ? content : PhotoFile.Strip(content);
    }

    public static string TypeOf(Photo photo) => photo.Format == "png" ? "image/png" : "image/jpeg";

    private string PathOf(Photo photo) => folder.PhotoFile(photo.Id, photo.Format);
}
