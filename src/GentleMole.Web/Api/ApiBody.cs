using System.Reflection;
using System.Text.Json;
using System.Text.RegularExpressions;
using GentleMole.Core;

namespace GentleMole.Web.Api;

/// <summary>
/// Reads a JSON body and says what is wrong with it in the field's own words: which entry, and what it should be.
/// </summary>
internal static partial class ApiBody
{
    public const int MostBytes = 5 * 1024 * 1024;
    private const int MostDepth = 32;

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        MaxDepth = MostDepth,
        NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.Strict,
        PropertyNameCaseInsensitive = false,
        AllowDuplicateProperties = false,
    };

    [GeneratedRegex(@"\[\d+\]")]
    private static partial Regex Index();

    private delegate T? Quick<T>(ReadOnlySpan<byte> json);

    /// <summary>The body, or the refusal to send.</summary>
    public static Task<(T? Body, IResult? Refusal)> ReadAsync<T>(HttpContext http)
        where T : class => ReadAsync<T>(http, _ => null);

    /// <summary>A batch of readings, or the refusal to send.</summary>
    public static Task<(ReadingsRequest? Body, IResult? Refusal)> ReadReadingsAsync(HttpContext http) =>
        ReadAsync<ReadingsRequest>(http, StreamedReadings.TryRead);

    /// <param name="quick">A quicker way to read what is as it should be; null from it means the usual way.</param>
    private static async Task<(T? Body, IResult? Refusal)> ReadAsync<T>(HttpContext http, Quick<T> quick)
        where T : class
    {
        if (!http.Request.HasJsonContentType())
        {
            return (null, ApiProblem.Status(StatusCodes.Status415UnsupportedMediaType));
        }

        if (http.Request.ContentLength > MostBytes)
        {
            return (null, ApiProblem.Status(StatusCodes.Status413PayloadTooLarge));
        }

        using var buffer = new MemoryStream((int)(http.Request.ContentLength ?? 0));
        var chunk = new byte[16 * 1024];
        int count;
        while ((count = await http.Request.Body.ReadAsync(chunk, http.RequestAborted)) > 0)
        {
            if (buffer.Length + count > MostBytes)
            {
                return (null, ApiProblem.Status(StatusCodes.Status413PayloadTooLarge));
            }

            buffer.Write(chunk, 0, count);
        }

        var json = buffer.GetBuffer().AsSpan(0, (int)buffer.Length);
        return quick(json) is { } read ? (read, null) : Parse<T>(json);
    }

    private static (T? Body, IResult? Refusal) Parse<T>(ReadOnlySpan<byte> json)
        where T : class
    {
        if (json.IsEmpty)
        {
            return (null, ApiProblem.BadInput("body", "The body is empty; send a JSON object."));
        }

        try
        {
            var body = JsonSerializer.Deserialize<T>(json, Options);
            return body is null
                ? (null, ApiProblem.BadInput("body", "The body is null; send a JSON object."))
                : (body, null);
        }
        catch (JsonException error)
        {
            return (null, ApiProblem.BadInput([Describe<T>(json, error)]));
        }
    }

    private static FieldError Describe<T>(ReadOnlySpan<byte> json, JsonException error)
    {
        var path = (error.Path ?? "$").TrimStart('$').TrimStart('.');
        try
        {
            // Well-formed text that does not fit is a matter of one entry; anything else is not JSON at all.
            var reader = new Utf8JsonReader(json, new JsonReaderOptions { MaxDepth = MostDepth });
            while (reader.Read())
            {
            }
        }
        catch (JsonException malformed)
        {
            var where = $"line {malformed.LineNumber + 1}, column {malformed.BytePositionInLine + 1}";
            return Depth(json) > MostDepth
                ? new FieldError("body", $"The body is nested deeper than {MostDepth} levels.")
                : new FieldError("body", $"The body is not JSON: it cannot be read on from {where}.");
        }

        if (error.Message.Contains("uplicate", StringComparison.Ordinal))
        {
            return new FieldError(path.Length == 0 ? "body" : path, "The same name stands there twice.");
        }

        var kind = KindAt(typeof(T), path);
        return path.Length == 0
            ? new FieldError("body", "The body must be a JSON object.")
            : new FieldError(path, $"It must be {kind}.");
    }

    private static int Depth(ReadOnlySpan<byte> json)
    {
        int depth = 0, most = 0;
        foreach (var b in json)
        {
            depth += b is (byte)'[' or (byte)'{' ? 1 : b is (byte)']' or (byte)'}' ? -1 : 0;
            most = Math.Max(most, depth);
        }

        return most;
    }

    /// <summary>What the request type expects at a path such as <c>readings[3].depthMetres</c>.</summary>
    private static string KindAt(Type root, string path)
    {
        var type = root;
        foreach (var step in path.Split('.', StringSplitOptions.RemoveEmptyEntries))
        {
            var name = Index().Replace(step, "");
            var property = type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .FirstOrDefault(p => JsonNamingPolicy.CamelCase.ConvertName(p.Name) == name);
            if (property is null)
            {
                return "something else";
            }

            type = property.PropertyType;
            for (var i = 0; i < Index().Count(step) && type.IsGenericType; i++)
            {
                type = type.GetGenericArguments()[0];
            }
        }

        type = Nullable.GetUnderlyingType(type) ?? type;
        return type == typeof(double) ? "a number"
            : type == typeof(string) ? "text"
            : type == typeof(bool) ? "true or false"
            : type.IsGenericType ? "a list"
            : "an object";
    }
}
