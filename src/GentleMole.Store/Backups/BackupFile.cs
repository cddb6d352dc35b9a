using System.IO.Compression;
using System.Text.Json;

namespace GentleMole.Store.Backups;

/// <summary>A file of a backup.</summary>
/// <param name="Sha256">In hexadecimal, over its bytes as unpacked.</param>
public sealed record BackupFile(string Name, long Bytes, string Sha256);
