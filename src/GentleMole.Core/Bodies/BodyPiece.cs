using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Bodies;

/// <summary>A level piece on its line.</summary>
/// <param name="Line">Counted in the lines that were given.</param>
/// <param name="Cover">Surface to it, metres.</param>
internal sealed record BodyPiece(int Line, LevelEcho Echo, SitePoint From, SitePoint To, double Cover)
{
    public double Width => Echo.WidthMetres;

    public SitePoint Middle => (From + To) * 0.5;

    /// <summary>Part of it over which another piece of the same line goes.</summary>
    public double Covered(BodyPiece other) =>
        Math.Max(0, Math.Min(Echo.ToMetres, other.Echo.ToMetres) - Math.Max(Echo.FromMetres, other.Echo.FromMetres)) / Math.Max(1e-9, Math.Min(Width, other.Width));

    /// <summary>Whether two pieces of different lines may be of one thing: as deep, and beside or across each other.</summary>
    /// <param name="reach">Most way between neighbouring lines.</param>
    public bool GoesWith(BodyPiece other, double reach)
    {
        if (Line == other.Line || Echo.IsNormal != other.Echo.IsNormal || Echo.IsGap != other.Echo.IsGap || Math.Abs(Cover - other.Cover) > Math.Max(LeastApart, DepthPart * Math.Max(Cover, other.Cover))
            || Math.Max(Echo.Size, other.Echo.Size) > SizeTimes * Math.Min(Echo.Size, other.Echo.Size))
        {
            return false;
        }

        var (way, on) = ((To - From).Unit(), (other.To - other.From).Unit());
        if (Math.Abs(way.Dot(on)) < Math.Cos(30 * Math.PI / 180))
        {
            return Apart(other) < CrossMetres;
        }

        var (one, two) = ((other.From - From).Dot(way), (other.To - From).Dot(way));
        return Math.Abs((other.Middle - From).Dot(way.Right)) < reach && Math.Min(Math.Max(one, two), Width) - Math.Max(Math.Min(one, two), 0) > -GapMetres;
    }

    /// <summary>Between the nearest points of two pieces that lie across each other.</summary>
    private double Apart(BodyPiece other)
    {
        var (way, on) = (To - From, other.To - other.From);
        var cross = way.Dot(on.Right);
        var to = other.From - From;
        var (s, t) = (Math.Clamp(to.Dot(on.Right) / cross, 0, 1), Math.Clamp(to.Dot(way.Right) / cross, 0, 1));
        return (From + (way * s)).DistanceTo(other.From + (on * t));
    }

    private const double LeastApart = 0.09;
    private const double DepthPart = 0.08;
    private const double SizeTimes = 6;
    private const double CrossMetres = 0.25;
    private const double GapMetres = 0.15;
}
