using System.Security.Cryptography;
using System.Text;

namespace GentleMole.Web.Frame;

/// <summary>
/// Addresses of styles, scripts and fonts: under the hash of all of them together, so that a browser keeps them for good and
/// never mixes two versions, also where one file names another.
/// </summary>
internal sealed class ShippedFiles
{
    private const string Start = "/v/";
    private readonly PathString _root;

    public ShippedFiles(IWebHostEnvironment environment) => _root = Start + HashOf(environment.WebRootPath);

    /// <summary>Address of a file by its path under the web root.</summary>
    public string Address(string path) => $"{_root}/{path}";

    /// <summary>Serves what is asked for under the hash, to be kept; anything else under the plain path, to be asked for again each time.</summary>
    public static void Serve(WebApplication app)
    {
        var files = app.Services.GetRequiredService<ShippedFiles>();
        app.Use((http, next) =>
        {
            if (http.Request.Path.StartsWithSegments(files._root, out var rest))
            {
                http.Request.Path = rest;
                http.Items[nameof(ShippedFiles)] = true;
            }
            else if (http.Request.Path.StartsWithSegments("/v", out var other) && other.Value!.IndexOf('/', 1) is > 1 and var slash)
            {
                // Of a version that is gone: the page was loaded before an update and gets what there is now.
                http.Request.Path = other.Value[slash..];
            }

            return next(http);
        });
        app.UseStaticFiles(new StaticFileOptions
        {
            OnPrepareResponse = file =>
            {
                file.Context.Response.Headers.CacheControl = file.Context.Items.ContainsKey(nameof(ShippedFiles)) ? "public, max-age=31536000, immutable" : "no-cache";
                file.Context.Response.Headers.Remove("Pragma");
            },
        });
    }

    private static string HashOf(string? directory)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        if (Directory.Exists(directory))
        {
            foreach (var file in Directory.EnumerateFiles(directory, "*", SearchOption.AllDirectories).Order(StringComparer.Ordinal))
            {
                hash.AppendData(Encoding.UTF8.GetBytes(Path.GetRelativePath(directory, file)));
                hash.AppendData(File.ReadAllBytes(file));
            }
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset())[..16];
    }
}
