using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Api;

/// <summary>What became of a batch of readings.</summary>
/// <param name="Elsewhere">A reading that is stored in another job already; then nothing was stored.</param>
internal sealed record IntakeOutcome(int Accepted, int Duplicates, Guid? Elsewhere);

/// <summary>Takes readings from devices: each once, however often it is sent, whole batch or nothing.</summary>
internal static class ReadingIntake
{
    public const int MostReadings = 10_000;

    private const DateTimeStyles Utc = DateTimeStyles.AdjustToUniversal | DateTimeStyles.AssumeUniversal;

    /// <summary>Checks a batch; the result holds readings without job or line.</summary>
    public static Result<List<Reading>> Check(ReadingsRequest request)
    {
        var checks = new Checks();
        if (request.Readings is not { } bodies)
        {
            return new FieldError("readings", "It is missing; it must be a list of readings.");
        }

        if (bodies.Count > MostReadings)
        {
            return new FieldError("readings", $"There are {bodies.Count} readings; {MostReadings} is the most in one request.");
        }

        var readings = new List<Reading>(bodies.Count);
        for (var i = 0; i < bodies.Count; i++)
        {
            if (bodies[i] is { } body)
            {
                readings.Add(Check(body, $"readings[{i}]", checks));
            }
            else
            {
                checks.Add($"readings[{i}]", "It must be an object.");
            }
        }

        return checks.Errors.Count > 0 ? checks.Errors : readings;
    }

    /// <summary>Stores a checked batch in one transaction.</summary>
    public static async Task<IntakeOutcome> StoreAsync(MoleDb db, int jobId, List<Reading> readings, CancellationToken cancellation)
    {
        await using var transaction = await db.Database.BeginTransactionAsync(cancellation);
        var ids = readings.Select(r => r.Id).Distinct().ToList();
        var known = await db.Readings.AsNoTracking()
            .Where(r => EF.Parameter(ids).Contains(r.Id))
            .Select(r => new { r.Id, r.JobId })
            .ToListAsync(cancellation);
        if (known.FirstOrDefault(k => k.JobId != jobId) is { } foreign)
        {
            return new IntakeOutcome(0, 0, foreign.Id);
        }

        var lines = await db.Lines.AsNoTracking().Where(l => l.JobId == jobId).ToListAsync(cancellation);
        var hookups = await db.Hookups.AsNoTracking().Where(h => h.JobId == jobId).ToListAsync(cancellation);
        var numbers = await LastNumbersAsync(db, jobId, cancellation);
        var seen = known.Select(k => k.Id).ToHashSet();
        var accepted = 0;
        foreach (var reading in readings)
        {
            if (!seen.Add(reading.Id))
            {
                continue;
            }

            reading.JobId = jobId;
            if (LineOf(reading.Utility, lines) is { } line)
            {
                reading.LineId = line.Id;
                reading.Number = numbers[line.Id] = numbers.GetValueOrDefault(line.Id) + 1;
                reading.HookupId = hookups.Where(h => h.LineId == line.Id && h.MadeAt <= reading.TakenAt).MaxBy(h => h.MadeAt)?.Id;
            }

            db.Readings.Add(reading);
            accepted++;
        }

        await db.SaveChangesAsync(cancellation);
        await transaction.CommitAsync(cancellation);
        return new IntakeOutcome(accepted, readings.Count - accepted, null);
    }

    /// <summary>
    /// Readings that came before their utility stood on the notice find their line now. Part of the caller's save.
    /// </summary>
    public static async Task AdoptAsync(MoleDb db, int jobId, CancellationToken cancellation)
    {
        var lines = await db.Lines.AsNoTracking().Where(l => l.JobId == jobId).ToListAsync(cancellation);
        var numbers = await LastNumbersAsync(db, jobId, cancellation);
        await foreach (var reading in db.Readings.Where(r => r.JobId == jobId && r.LineId == null)
            .OrderBy(r => r.TakenAt).AsAsyncEnumerable().WithCancellation(cancellation))
        {
            if (LineOf(reading.Utility, lines) is { } line)
            {
                reading.LineId = line.Id;
                reading.Number = numbers[line.Id] = numbers.GetValueOrDefault(line.Id) + 1;
            }
        }
    }

    private static Task<Dictionary<int, int>> LastNumbersAsync(MoleDb db, int jobId, CancellationToken cancellation) =>
        db.Readings.Where(r => r.JobId == jobId && r.LineId != null)
            .GroupBy(r => r.LineId!.Value)
            .Select(g => new { Line = g.Key, Last = g.Max(r => r.Number) })
            .ToDictionaryAsync(g => g.Line, g => g.Last, cancellation);

    /// <summary>The line that a device's free word names: by its owner, else by its kind when only one is of that kind.</summary>
    private static SoughtLine? LineOf(string utility, List<SoughtLine> lines)
    {
        if (lines.Find(l => string.Equals(l.Owner, utility, StringComparison.OrdinalIgnoreCase)) is { } owned)
        {
            return owned;
        }

        var kind = Utilities.FromWord(utility);
        var ofKind = lines.Where(l => l.Kind == kind && kind != UtilityKind.Unknown).ToList();
        return ofKind.Count == 1 ? ofKind[0] : null;
    }

    private static Reading Check(ReadingBody body, string path, Checks checks)
    {
        if (!Guid.TryParse(body.Id, out var id))
        {
            checks.Add(path + ".id", body.Id is null ? "It is missing; it must be a UUID made by the device." : "It must be a UUID, like 6f9619ff-8b86-4d01-b42d-00cf4fc964ff.");
        }

        return new Reading
        {
            Id = id,
            TakenAt = Moment(body.TakenAt, path + ".takenAt", checks),
            Utility = Text(body.Utility, path + ".utility", checks),
            EastMetres = checks.Number(body.EastMetres, path + ".eastMetres", -1e6, 1e6),
            NorthMetres = checks.Number(body.NorthMetres, path + ".northMetres", -1e6, 1e6),
            Peak = checks.Optional(body.Peak, path + ".peak", 0, 1e15),
            Null = checks.Optional(body.Null, path + ".null", 0, 1e15),
            DepthMetres = checks.Optional(body.DepthMetres, path + ".depthMetres", 0.001, 100),
            CurrentMilliamps = checks.Optional(body.CurrentMilliamps, path + ".currentMilliamps", 0, 1e6),
            DirectionDegrees = checks.Optional(body.DirectionDegrees, path + ".directionDegrees", -360, 360),
            FrequencyHertz = checks.Optional(body.FrequencyHertz, path + ".frequencyHertz", 0.001, 1e7),
        };
    }

    private static DateTime Moment(string? text, string field, Checks checks)
    {
        var zoned = text is not null && (text.EndsWith('Z') || (text.Length > 6 && text[^6] is '+' or '-' && text[^3] == ':'));
        if (zoned && DateTime.TryParse(text, CultureInfo.InvariantCulture, Utc, out var moment) && moment.Year is >= 1990 and <= 2200)
        {
            return moment;
        }

        checks.Add(field, (text is null ? "It is missing; it" : "It") + " must be a date and time with its zone, like 2026-11-23T09:30:00Z.");
        return default;
    }

    private static string Text(string? text, string field, Checks checks)
    {
        var trimmed = text?.Trim() ?? "";
        if (trimmed.Length is 0 or > 200)
        {
            checks.Add(field, text is null ? "It is missing; it must be text of 1 to 200 characters." : $"It has {trimmed.Length} characters; it must have 1 to 200.");
        }

        return trimmed;
    }
}
