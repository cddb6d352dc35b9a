using System.Security.Cryptography;
using System.Text;
using GentleMole.Core.Sweeps;

namespace GentleMole.Web.Live;

/// <summary>A crossing as a browser is told.</summary>
/// <param name="Id">What a dot made of it is called, so that two who take it make one; the same as long as the top stays where it is.</param>
/// <param name="Within">How well its place on the way is known: ± in metres, 95 %.</param>
/// <param name="Distance">From the coil to the line, by the width of the top; metres.</param>
internal sealed record CrossingNews(Guid Id, double East, double North, double Along, double Within, double Level, double? Distance, double? Depth, double? Milliamps, double? Direction)
{
    public static CrossingNews Of(LiveStrip strip, StripCrossing crossing) => new(
        IdOf($"{strip.Who}/{strip.Word}/{crossing.At.ToUnixTimeTicks()}"),
        Math.Round(crossing.Place.East, 3), Math.Round(crossing.Place.North, 3), Math.Round(crossing.AlongMetres, 2), Math.Round(1.96 * crossing.Peak.SigmaMetres, 3), StripNews.Short(crossing.Peak.Level),
        crossing.Peak.DistanceMetres is { } d ? Math.Round(d, 2) : null, crossing.Shown?.DepthMetres, crossing.Shown?.Milliamps, crossing.Shown?.DirectionDegrees);

    /// <summary>An id made of words: version 8 of RFC 9562.</summary>
    private static Guid IdOf(string words)
    {
        var hash = SHA256.HashData(Encoding.UTF8.GetBytes(words)).AsSpan(0, 16);
        hash[6] = (byte)((hash[6] & 0x0F) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3F) | 0x80);
        return new Guid(hash, bigEndian: true);
    }
}
