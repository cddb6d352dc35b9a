using System.IO.Compression;
using System.Text.Json;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace GentleMole.Store.Backups;

/// <summary>What a backup holds, so that a missing, added or altered file is noticed and named.</summary>
public sealed class BackupManifest
{
    /// <summary>Names inside the backup, the same as in the data directory.</summary>
    public const string Database = "gentle-mole.db";
    private const string Name = "manifest.json";
    private const string Kind = "gentle-mole-backup-1";
    private const int MostBytes = 64 << 20;

    private static readonly JsonSerializerOptions Options = new JsonSerializerOptions(JsonSerializerDefaults.Web) { WriteIndented = true }
        .ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    public string Format { get; init; } = Kind;

    public Instant MadeAt { get; init; }

    public List<BackupFile> Files { get; init; } = [];

    public async Task WriteAsync(ZipArchive zip, CancellationToken cancellation)
    {
        var entry = await zip.CreateEntry(Name, CompressionLevel.Fastest).OpenAsync(cancellation).ConfigureAwait(false);
        await using var closing = entry.ConfigureAwait(false);
        await JsonSerializer.SerializeAsync(entry, this, Options, cancellation).ConfigureAwait(false);
    }

    /// <summary>Reads the list and holds it against the names and sizes in the file.</summary>
    /// <exception cref="IOException">It is missing or does not fit; the message says what.</exception>
    public static async Task<BackupManifest> ReadAsync(ZipArchive zip, CancellationToken cancellation)
    {
        if (zip.GetEntry(Name) is not { Length: < MostBytes } entry)
        {
            throw new IOException("it holds no list of its files.");
        }

        BackupManifest? manifest;
        var stream = await entry.OpenAsync(cancellation).ConfigureAwait(false);
        await using (stream.ConfigureAwait(false))
        {
            try
            {
                manifest = await JsonSerializer.DeserializeAsync<BackupManifest>(stream, Options, cancellation).ConfigureAwait(false);
            }
            catch (JsonException)
            {
                throw new IOException("the list of its files cannot be read.");
            }
        }

        if (manifest is not { Format: Kind, Files: not null } || manifest.Files.Exists(f => f is not { Name: not null, Sha256: not null }))
        {
            throw new IOException("its list of files is of another kind than this version reads.");
        }

        var listed = manifest.Files.Select(f => f.Name).Append(Name).Order(StringComparer.Ordinal);
        if (!listed.SequenceEqual(zip.Entries.Select(e => e.FullName).Order(StringComparer.Ordinal), StringComparer.Ordinal)
            || manifest.Files.Count(f => f.Name == Database) != 1
            || manifest.Files.Exists(f => f.Name != Database && !DataFolder.IsKept(f.Name)))
        {
            throw new IOException("it holds other files than its list says.");
        }

        return manifest;
    }
}
