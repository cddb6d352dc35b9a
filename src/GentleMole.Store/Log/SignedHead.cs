using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using NodaTime;

namespace GentleMole.Store.Log;

/// <summary>
/// The head of the log at a moment, signed (ECDSA over P-256 with SHA-256): whoever keeps it can say later whether the log
/// still holds what it held then.
/// </summary>
/// <param name="Store">Which store: the hash of its first entry.</param>
/// <param name="Entries">Number of the last entry.</param>
/// <param name="Head">Its hash.</param>
/// <param name="At">When it was signed.</param>
/// <param name="Key">The public key, base64 of its SubjectPublicKeyInfo.</param>
/// <param name="Signature">Over all of the above, base64.</param>
public sealed record SignedHead(string Store, long Entries, string Head, Instant At, string Key, string Signature)
{
    private const int MostBytes = 10_000;

    /// <summary>Signs a head.</summary>
    public static SignedHead Sign(string store, long entries, string head, Instant at, ECDsa key)
    {
        var unsigned = new SignedHead(store, entries, head, at, Convert.ToBase64String(key.ExportSubjectPublicKeyInfo()), "");
        return unsigned with { Signature = Convert.ToBase64String(key.SignData(unsigned.Said(), HashAlgorithmName.SHA256)) };
    }

    /// <summary>True when the signature is that of the key it names.</summary>
    public bool Fits()
    {
        try
        {
            using var key = ECDsa.Create();
            key.ImportSubjectPublicKeyInfo(Convert.FromBase64String(Key), out _);
            return key.VerifyData(Said(), Convert.FromBase64String(Signature), HashAlgorithmName.SHA256);
        }
        catch (Exception error) when (error is FormatException or CryptographicException)
        {
            return false;
        }
    }

    /// <summary>A head out of a file; null when there is none in it.</summary>
    public static SignedHead? Read(string path)
    {
        try
        {
            return new FileInfo(path).Length <= MostBytes && JsonSerializer.Deserialize<SignedHead>(File.ReadAllText(path), StoredJson.Options) is { Store: not null, Head: not null, Key: not null, Signature: not null } head ? head : null;
        }
        catch (Exception error) when (error is JsonException or IOException)
        {
            return null;
        }
    }

    /// <summary>Writes it, whole or not at all.</summary>
    public void Write(string path)
    {
        var beside = Path.Combine(Path.GetDirectoryName(path)!, DataFolder.ScratchName());
        File.WriteAllText(beside, JsonSerializer.Serialize(this, StoredJson.Options));
        File.Move(beside, path, overwrite: true);
    }

    private byte[] Said() => Encoding.UTF8.GetBytes(string.Join('\n', "gentle-mole head 1", Store, Entries.ToString(System.Globalization.CultureInfo.InvariantCulture), Head, At.ToString(), Key));
}
