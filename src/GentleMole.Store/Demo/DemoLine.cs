using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Store.Demo;

/// <summary>Buries a line of a demo job, named by its kind: there is one of each.</summary>
internal static class DemoLine
{
    public static BuriedLine Of(
        UtilityKind kind, string material, double? outsideMetres, SupposedEnd start, SupposedEnd end, params (double E, double N, double Depth)[] corners) => new(
            new SupposedLine(
                kind.ToString(), kind.ToString(), kind, [.. corners.Select(c => new SitePoint(c.E, c.N))], new Depth(corners[0].Depth),
                LineBuild.Of(kind, Material.Of(material), outsideMetres), start, end),
            [.. corners.Select(c => new Depth(c.Depth))]);

    /// <summary>The same line with mains current on it.</summary>
    public static BuriedLine Live(this BuriedLine line, double netMilliamps) => line with { Lies = line.Lies with { NetMilliamps = netMilliamps } };
}
