using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Evidence;
using NodaTime;

namespace GentleMole.Web.Api;

/// <summary>Reads what devices send.</summary>
internal static class ReadingIntake
{
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

        if (bodies.Count > ReadingRules.MostAtOnce)
        {
            return new FieldError("readings", $"There are {bodies.Count} readings; {ReadingRules.MostAtOnce} is the most in one request.");
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
            checks.Number(body.EastMetres, path + ".eastMetres", ReadingRules.Place),
            checks.Number(body.NorthMetres, path + ".northMetres", ReadingRules.Place),
            checks.Optional(body.Peak, path + ".peak", ReadingRules.Response),
            checks.Optional(body.Null, path + ".null", ReadingRules.Response),
            checks.Optional(body.DepthMetres, path + ".depthMetres", ReadingRules.Depth),
            checks.Optional(body.CurrentMilliamps, path + ".currentMilliamps", ReadingRules.Milliamps),
            checks.Optional(body.DirectionDegrees, path + ".directionDegrees", ReadingRules.DirectionDegrees),
            checks.Optional(body.FrequencyHertz, path + ".frequencyHertz", ReadingRules.Hertz));
    }

    private static Instant Moment(string? text, string field, Checks checks)
    {
        if (DateTime.TryParseExact(text, Usual, CultureInfo.InvariantCulture, Utc, out var usual) && Instant.FromDateTimeUtc(usual) is var quick && quick.IsOfTheseTimes())
        {
            return quick;
        }

        var zoned = text is not null && (text.EndsWith('Z') || (text.Length > 6 && text[^6] is '+' or '-' && text[^3] == ':'));
        if (zoned && DateTime.TryParse(text, CultureInfo.InvariantCulture, Utc, out var read) && Instant.FromDateTimeUtc(read) is var moment && moment.IsOfTheseTimes())
        {
            return moment;
        }

        checks.Add(field, (text is null ? "It is missing; it" : "It") + " must be a date and time with its zone, like 2026-11-23T09:30:00Z.");
        return default;
    }

    private static string Text(string? text, string field, Checks checks)
    {
        var trimmed = text?.Trim() ?? "";
        if (trimmed.Length is 0 or > ReadingRules.MostUtility)
        {
            checks.Add(field, text is null ? $"It is missing; it must be text of 1 to {ReadingRules.MostUtility} characters." : $"It has {trimmed.Length} characters; it must have 1 to {ReadingRules.MostUtility}.");
        }

        return trimmed;
    }
}
