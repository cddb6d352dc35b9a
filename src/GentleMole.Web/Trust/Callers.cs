using System.Net;
using System.Net.Sockets;

namespace GentleMole.Web.Trust;

/// <summary>Who is counted as one caller when nothing is known of somebody but where the request came from.</summary>
internal static class Callers
{
    /// <summary>An address of the fourth version, or the network of one of the sixth: a household has as many of those as it likes.</summary>
    public static string NetworkOfCaller(this HttpContext http) => NetworkOf(http.Connection.RemoteIpAddress);

    public static string NetworkOf(IPAddress? address) => address switch
    {
        null => "",
        { IsIPv4MappedToIPv6: true } => address.MapToIPv4().ToString(),
        { AddressFamily: AddressFamily.InterNetworkV6 } => Convert.ToHexString(address.GetAddressBytes().AsSpan(0, 8)),
        _ => address.ToString(),
    };
}
