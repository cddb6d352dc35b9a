using System.Text.Json;
using GentleMole.Core;

namespace GentleMole.Web.Api;

/// <summary>
/// Values that the core refuses, named by its arguments and the way into them, told by their path in the request that they
/// came from: the names of a request are the API's and not the core's.
/// </summary>
internal static class RequestPath
{
    /// <summary>Where the request says it otherwise; the longer way first.</summary>
    private static readonly (string Core, string Request)[] Otherwise =
    [
        ("network.", ""), ("mesh", "lines"), (".at.", "."), (".bridgeOhms", ".ohms"), (".outsideMetres", ".outsideMillimetres"),
        ("first.metres", "first.depthMetres"), ("first.tip", "first.heightMetres"), ("second.metres", "second.depthMetres"), ("second.tip", "second.heightMetres"),
        ("noise.relative", "relativeNoise"), ("noise.floor", "noiseFloor"), ("sensor", "heightMetres"), ("latitudeDegrees", "originLatitudeDegrees"), ("longitudeDegrees", "originLongitudeDegrees"), ("hertz", "frequencyHertz"),
    ];

    public static IReadOnlyList<FieldError> Of(IReadOnlyList<FieldError> errors) => [.. errors.Select(e => e with { Field = Of(e.Field) })];

    private static string Of(string argument)
    {
        var path = string.Join('.', argument.Split('.').Select(JsonNamingPolicy.CamelCase.ConvertName));
        foreach (var (core, request) in Otherwise)
        {
            path = path.Replace(core, request, StringComparison.Ordinal);
        }

        return path.StartsWith("prior.", StringComparison.Ordinal) && path.EndsWith(".depth", StringComparison.Ordinal) ? path + "Metres" : path;
    }
}
