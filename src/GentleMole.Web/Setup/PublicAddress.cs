using System.Net;
using Microsoft.AspNetCore.HttpOverrides;

namespace GentleMole.Web.Setup;

/// <summary>
/// The one address by which people come, where a proxy stands before this. It rules which names are answered to, that
/// cookies go over HTTPS alone, and what links begin with; nothing of that is taken from what a caller says.
/// </summary>
internal sealed class PublicAddress(MoleOptions options)
{
    private readonly Uri? _address = Parse(options.PublicAddress);

    /// <summary>True when all traffic comes over HTTPS.</summary>
    public bool IsSecret => _address?.Scheme == Uri.UriSchemeHttps;

    /// <summary>Name of the host; null for this machine alone.</summary>
    public string? Host => _address?.Host;

    /// <summary>Name of a cookie: bound to this very host where all goes over HTTPS.</summary>
    public string Cookie(string name) => IsSecret ? "__Host-" + name : name;

    /// <summary>How an address of ours begins, for links in feeds and messages.</summary>
    public string Of(HttpRequest request) => _address?.GetLeftPart(UriPartial.Authority) ?? $"{request.Scheme}://{request.Host}";

    /// <exception cref="IOException">It is no address of the kind; the message says what it must be.</exception>
    public static Uri? Parse(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return null;
        }

        return Uri.TryCreate(text, UriKind.Absolute, out var address) && address.PathAndQuery == "/" && address.UserInfo.Length == 0
            && (address.Scheme == Uri.UriSchemeHttps || (address.Scheme == Uri.UriSchemeHttp && address.IsLoopback))
            ? address
            : throw new IOException($"PublicAddress is '{text}'; it must be the address by which people come, like https://mole.example, without a path.");
    }

    /// <summary>Proxies that are believed.</summary>
    /// <exception cref="IOException">One of them is no address or network.</exception>
    public static IReadOnlyList<System.Net.IPNetwork> Proxies(string? text) => string.IsNullOrWhiteSpace(text)
        ? [System.Net.IPNetwork.Parse("127.0.0.0/8"), System.Net.IPNetwork.Parse("::1/128")]
        : [.. text.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(one =>
            System.Net.IPNetwork.TryParse(one, out var network) ? network
            : IPAddress.TryParse(one, out var address) ? new System.Net.IPNetwork(address, address.GetAddressBytes().Length * 8)
            : throw new IOException($"TrustedProxies holds '{one}'; each must be an address like 10.0.0.4 or a network like 10.0.0.0/24."))];

    /// <summary>Who the caller is and how they came, as the proxy says; only where there is one, and only from those believed.</summary>
    public void Believe(WebApplication app)
    {
        if (_address is null)
        {
            return;
        }

        var forwarded = new ForwardedHeadersOptions { ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto, ForwardLimit = 1 };
        forwarded.KnownProxies.Clear();
        forwarded.KnownIPNetworks.Clear();
        foreach (var network in Proxies(options.TrustedProxies))
        {
            forwarded.KnownIPNetworks.Add(network);
        }

        app.UseForwardedHeaders(forwarded);
    }
}
