using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;

namespace GentleMole.Web.Api;

/// <summary>
/// The bearer token of the API. The demo has a known one; otherwise one is made on the first start and kept, readable by
/// its owner alone, beside the data.
/// </summary>
internal sealed class ApiToken
{
    public const string DemoToken = "demo-field-token";
    public const string FileName = "field-token.txt";

    private readonly byte[] _hash;

    private ApiToken(string token, bool isDemo) => (_hash, IsDemo) = (Hash(token), isDemo);

    /// <summary>The demo's token on loopback is not limited.</summary>
    public bool IsDemo { get; }

    public static ApiToken Load(string dataDirectory, bool demo)
    {
        if (demo)
        {
            return new ApiToken(DemoToken, true);
        }

        var file = Path.Combine(dataDirectory, FileName);
        if (!File.Exists(file))
        {
            var options = new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write };
            if (!OperatingSystem.IsWindows())
            {
                options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
            }

            using var writer = new StreamWriter(file, options);
            writer.WriteLine(Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(24)));
        }

        return new ApiToken(File.ReadAllText(file).Trim(), false);
    }

    /// <summary>True when the request carries the token in its Authorization header.</summary>
    public bool Admits(HttpRequest request) =>
        AuthenticationHeaderValue.TryParse(request.Headers.Authorization, out var header)
        && string.Equals(header.Scheme, "Bearer", StringComparison.OrdinalIgnoreCase)
        && header.Parameter is { Length: > 0 } token
        && CryptographicOperations.FixedTimeEquals(Hash(token), _hash);

    private static byte[] Hash(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));
}
