using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using GentleMole.Core;
using GentleMole.Exchange.Print;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>
/// All that is known of a job in one archive, for whoever must judge it later and does not have this software: the sheet, its open data,
/// the readings, the photos, the job's part of the log with its hashes, and how to check it.
/// </summary>
internal static class EvidencePack
{
    private static readonly JsonSerializerOptions Json = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Puts it together, all of one moment; whoever reads the stream closes it. Null when there is no such job.</summary>
    public static async Task<Stream?> MakeAsync(int id, Person person, MoleDb db, SheetLoader loader, PhotoShelf shelf, CancellationToken cancellation)
    {
        await using var moment = await db.BeginSnapshotAsync(cancellation);
        if (await loader.LoadForFileAsync(id, cancellation) is not var (whole, dots))
        {
            return null;
        }

        var room = JobDownload.Passing("zip");
        try
        {
            var zip = await ZipArchive.CreateAsync(room, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancellation);
            await using (zip)
            {
                var pack = new Packed(zip);
                await pack.PutAsync("sheet/facts.txt", (await loader.LoadAsync(id, cancellation))!, static (sheet, stream) => stream.WriteAsync(Encoding.UTF8.GetBytes(SheetFacts.Text(sheet))).AsTask());
                if (await JobDownload.PrintAsync(id, person, new PrintChoice(Paper.All[0], null), loader, shelf, cancellation) is { IsGood: true, Value: var pdf })
                {
                    await using (pdf)
                    {
                        await pack.PutAsync("sheet/handover.pdf", pdf, (made, stream) => made.CopyToAsync(stream, cancellation));
                    }
                }

                foreach (var handed in await db.Handed.AsNoTracking().Where(h => h.JobId == id).OrderBy(h => h.Number).ToListAsync(cancellation))
                {
                    await pack.PutAsync($"sheet/handed/{handed.Number}.facts.txt", handed.Facts, static (facts, stream) => stream.WriteAsync(Encoding.UTF8.GetBytes(facts)).AsTask());
                    await pack.PutAsync($"sheet/handed/{handed.Number}.json", handed, (signed, stream) => JsonSerializer.SerializeAsync(
                        stream,
                        new
                        {
                            number = signed.Number, at = signed.At.ToString(), account = signed.Account, code = signed.Code, head = signed.Head, givenBy = signed.GivenBy, givenSign = signed.GivenSign, takenBy = signed.TakenBy, takenAt = signed.TakenAt?.ToString(), takenSign = signed.TakenSign,
                        }, Json, cancellation));
                }

                foreach (var format in JobDownload.Open)
                {
                    using var made = JobDownload.Passing(format);
                    JobDownload.Write(SheetFeatures.Of(whole, dots, EvidenceStore.LooseAsync(db, id, cancellation).ToBlockingEnumerable(cancellation)), format, made);
                    made.Position = 0;
                    await pack.PutAsync($"sheet/job-{id}.{format}", made, (file, stream) => file.CopyToAsync(stream, cancellation));
                }

                await pack.PutAsync("readings.csv", db, (from, stream) => JobDownload.WriteReadingsAsync(from, id, stream, cancellation));
                foreach (var photo in await db.Photos.AsNoTracking().Where(p => p.JobId == id).OrderBy(p => p.Id).ToListAsync(cancellation))
                {
                    if (await shelf.TakeAsync(photo, withData: true, cancellation) is { } picture)
                    {
                        await pack.PutAsync($"photos/{photo.Id}.{photo.Format}", picture, (bytes, stream) => stream.WriteAsync(bytes, cancellation).AsTask());
                    }
                }

                await PutLogAsync(pack, id, db, cancellation);
                await pack.PutAsync("check.py", "check.py", static async (name, stream) =>
                {
                    await using var script = typeof(EvidencePack).Assembly.GetManifestResourceStream(name)!;
                    await script.CopyToAsync(stream);
                });
                await pack.PutAsync("README.txt", whole, static (sheet, stream) => stream.WriteAsync(Encoding.UTF8.GetBytes(Readme(sheet))).AsTask());
                await pack.EndAsync();
            }

            room.Position = 0;
            return room;
        }
        catch
        {
            await room.DisposeAsync();
            throw;
        }
    }

    /// <summary>The job's own entries in full, and the bare hashes of all between the first and the last: no other job is told of, and none of its entries can be left out or put in unseen.</summary>
    private static async Task PutLogAsync(Packed pack, int id, MoleDb db, CancellationToken cancellation)
    {
        var own = db.Log.AsNoTracking().Where(e => e.JobId == id);
        var (first, last) = (await own.MinAsync(e => (long?)e.Id, cancellation) ?? 1, await db.Log.MaxAsync(e => (long?)e.Id, cancellation) ?? 0);
        await pack.PutAsync("log/chain.txt", db, async (from, stream) =>
        {
            await using var text = new StreamWriter(stream, leaveOpen: true);
            await foreach (var entry in from.Log.AsNoTracking().Where(e => e.Id >= first - 1 && e.Id <= last).OrderBy(e => e.Id).Select(e => new { e.Id, e.Hash }).AsAsyncEnumerable().WithCancellation(cancellation))
            {
                await text.WriteAsync(FormattableString.Invariant($"{entry.Id} {entry.Hash}\n"));
            }
        });
        await pack.PutAsync("log/log.jsonl", own, async (entries, stream) =>
        {
            await using var text = new StreamWriter(stream, leaveOpen: true);
            await foreach (var e in entries.OrderBy(e => e.Id).Select(e => new { Entry = e, Previous = db.Log.Where(p => p.Id == e.Id - 1).Select(p => p.Hash).FirstOrDefault() }).AsAsyncEnumerable().WithCancellation(cancellation))
            {
                var entry = e.Entry;
                await text.WriteAsync(JsonSerializer.Serialize(
                    new
                    {
                        id = entry.Id, job = entry.JobId, at = entry.At.ToString(), ticks = entry.At.Ticks(), who = entry.Who, whoId = entry.WhoId, what = entry.What, subject = entry.Subject,
                        before = entry.Before, after = entry.After, why = entry.Why, previous = e.Previous ?? LogChain.Root, hash = entry.Hash,
                    }, Json) + "\n");
            }
        });
    }

    private static string Readme(JobSheet sheet) => $"""
        Evidence of job {sheet.Job.Id}: {sheet.Job.Name}
        Located by {(sheet.Firm.Name.Length > 0 ? sheet.Firm.Name : "-")}. Packed {ClockWords.Moment(sheet.Now)} {sheet.Now.Year}.

        sheet/      the handover as PDF, the same as open data (GeoJSON, GeoPackage, DXF, KML), and its bare facts, of which its code is worked out
        sheet/handed/  each sheet that went out: what it claimed, who handed it over and who took it (signatures as SVG path data, 600 by 200)
        readings.csv  every reading with who, when and what became of it
        photos/     as they came from the camera, with what it wrote into them
        log/log.jsonl  who did what, when and why, an entry a line; log/chain.txt the hashes of all entries of the store from this job's first on
        manifest.json  SHA-256 of every file
        check.py    checks all of it: python3 check.py

        How to check it without that script
        1. sha256sum of each file is what manifest.json says.
        2. The hash of a log entry is SHA-256 over: id, job (-1 for none) and ticks as 8-byte big-endian numbers; then previous, who, what, subject,
           before, after and why, each as UTF-8 with its length in bytes before it (8-byte big-endian); then whoId as UTF-8. previous is the hash of
           the entry before it in the store. Who alters an entry must alter all hashes after it, also those that were printed or sent out since.
        3. The log head on a printed handover is one of the hashes in chain.txt.
        4. The code of a sheet: the first twelve bytes of SHA-256 of sheet/facts.txt, the lower five bits of each as one of
           0123456789ABCDEFGHJKMNPQRSTVWXYZ.

        Depths are to the centre of the conductor on the day of reading, and no clearance to dig to.

        """;

    /// <summary>An archive that notes the hash of whatever is put into it.</summary>
    private sealed class Packed(ZipArchive zip)
    {
        private readonly SortedDictionary<string, string> _hashes = new(StringComparer.Ordinal);

        public async Task PutAsync<T>(string name, T what, Func<T, Stream, Task> write)
        {
            using var sha = SHA256.Create();
            await using (var entry = await zip.CreateEntry(name, CompressionLevel.Fastest).OpenAsync())
            await using (var hashed = new CryptoStream(entry, sha, CryptoStreamMode.Write, leaveOpen: true))
            {
                await write(what, hashed);
                await hashed.FlushFinalBlockAsync();
            }

            _hashes[name] = Convert.ToHexStringLower(sha.Hash!);
        }

        /// <summary>The list of all that was put in, last.</summary>
        public async Task EndAsync()
        {
            await using var entry = await zip.CreateEntry("manifest.json").OpenAsync();
            await JsonSerializer.SerializeAsync(entry, new { algorithm = "SHA-256", files = _hashes });
        }
    }
}
