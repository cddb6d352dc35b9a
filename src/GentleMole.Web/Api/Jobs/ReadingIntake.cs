using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Store.Evidence;

namespace GentleMole.Web.Api;

/// <summary>Reads what devices send.</summary>
internal static class ReadingIntake
{
    public const int MostReadings = 10_000;

    private const DateTimeStyles Utc = DateTimeStyles.AdjustToUniversal | DateTimeStyles.AssumeUniversal;

    /// <summary>How nearly every device writes a moment; reading that by itself is several times as fast as finding out how it is written.</summary>
    private const string Usual = "yyyy-MM-dd'T'HH:mm:ss.FFFFFFF'Z'";

    /// <summary>Checks a batch; the result holds its samples in the order sent.</summary>
    public static Result<List<Sample>> Check(ReadingsRequest request)
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

        var readings = new List<Sample>(bodies.Count);
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

    private static Sample Check(ReadingBody body, string path, Checks checks)
    {
        if (!Guid.TryParse(body.Id, out var id))
        {
            checks.Add(path + ".id", body.Id is null ? "It is missing; it must be a UUID made by the device." : "It must be a UUID, like 6f9619ff-8b86-4d01-b42d-00cf4fc964ff.");
        }

        return new Sample(
            id,
            Moment(body.TakenAt, path + ".takenAt", checks),
            Text(body.Utility, path + ".utility", checks),
            checks.Number(body.EastMetres, path + ".eastMetres", -SiteRules.FarthestMetres, SiteRules.FarthestMetres),
            checks.Number(body.NorthMetres, path + ".northMetres", -SiteRules.FarthestMetres, SiteRules.FarthestMetres),
            checks.Optional(body.Peak, path + ".peak", 0, 1e15),
            checks.Optional(body.Null, path + ".null", 0, 1e15),
            checks.Optional(body.DepthMetres, path + ".depthMetres", 0.001, 100),
            checks.Optional(body.CurrentMilliamps, path + ".currentMilliamps", 0, 1e6),
            checks.Optional(body.DirectionDegrees, path + ".directionDegrees", -360, 360),
            checks.Optional(body.FrequencyHertz, path + ".frequencyHertz", 0.001, 1e7));
    }

    private static DateTime Moment(string? text, string field, Checks checks)
    {
        if (DateTime.TryParseExact(text, Usual, CultureInfo.InvariantCulture, Utc, out var usual) && usual.Year is >= 1990 and <= 2200)
        {
            return usual;
        }

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
