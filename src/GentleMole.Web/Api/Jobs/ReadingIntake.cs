using GentleMole.Core;
using GentleMole.Core.Trace;
using GentleMole.Store.Evidence;

namespace GentleMole.Web.Api;

/// <summary>Reads what devices send.</summary>
internal static class ReadingIntake
{
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
        return new Sample(
            checks.Id(body.Id, path + ".id"),
            checks.Moment(body.TakenAt, path + ".takenAt"),
            checks.Text(body.Utility, path + ".utility", ReadingRules.MostUtility),
            checks.Number(body.EastMetres, path + ".eastMetres", ReadingRules.Place),
            checks.Number(body.NorthMetres, path + ".northMetres", ReadingRules.Place),
            checks.Optional(body.Peak, path + ".peak", ReadingRules.Response),
            checks.Optional(body.Null, path + ".null", ReadingRules.Response),
            checks.Optional(body.DepthMetres, path + ".depthMetres", ReadingRules.Depth),
            checks.Optional(body.CurrentMilliamps, path + ".currentMilliamps", ReadingRules.Milliamps),
            checks.Optional(body.DirectionDegrees, path + ".directionDegrees", ReadingRules.DirectionDegrees),
            checks.Optional(body.FrequencyHertz, path + ".frequencyHertz", ReadingRules.Hertz));
    }
}
