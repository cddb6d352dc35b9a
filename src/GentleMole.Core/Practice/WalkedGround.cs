using GentleMole.Core.Grids;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>
/// SIMULATED. A ground that a cart has walked over before: what those lines joined up to lies where they showed it, as deep, and goes on for
/// a while beyond, so that a second walk meets the same ground.
/// </summary>
public static class WalkedGround
{
    private const double RadiusMetres = 0.03;
    private const double LeastBeyond = 0.3;
    private const double MostBeyond = 3;

    /// <summary>A pipe under a run. Metal where its first lobe is turned over, empty where it is as sent.</summary>
    public static BuriedPipe Pipe(RadarRun run)
    {
        var places = run.Points.Select(p => p.Place).ToList();
        var way = new Run(places);

        // The same run goes on equally far whenever it is asked.
        var random = new Random((int)Math.Round(10 * (way.Points[0].East + (7 * way.Points[0].North))));
        double Beyond() => LeastBeyond + ((MostBeyond - LeastBeyond) * random.NextDouble());
        IReadOnlyList<SitePoint> points = [way.Points[0] - (way.DirectionAt(0) * Beyond()), .. places, way.Points[^1] + (way.DirectionAt(way.Length) * Beyond())];
        double[] covers = [run.Points[0].CoverMetres, .. run.Points.Select(p => p.CoverMetres), run.Points[^1].CoverMetres];
        var kind = run.IsNormal ? BuriedKind.Air : BuriedKind.Metal;
        var lies = new SupposedLine("walked", "walked", UtilityKind.Unknown, points, new Depth(covers[0] + RadiusMetres), LineBuild.Of(UtilityKind.Unknown, Material.Of(""), 2 * RadiusMetres), SupposedEnd.GoesOn, SupposedEnd.GoesOn);
        return new BuriedPipe(new BuriedLine(lies, [.. covers.Select(c => new Depth(c + RadiusMetres))]), kind, RadiusMetres);
    }
}
