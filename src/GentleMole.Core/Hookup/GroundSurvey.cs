using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>What is supposed of the ground from what is known of it: metal by material, depth by cover, ends by what stands there.</summary>
public static class GroundSurvey
{
    /// <summary>Owners' lines may be miles long; of those only so much to both sides of the site matters here, metres.</summary>
    private const double NearMetres = 200;

    /// <summary>A line as it is supposed to lie.</summary>
    /// <param name="stands">What stands on the site.</param>
    public static SupposedLine Suppose(GroundSource source, IEnumerable<Placed> stands)
    {
        var said = source.Said;
        var guess = LineBuild.Of(source.Kind, Material.Of(source.Material), source.OutsideMetres);
        var there = stands.Where(p => p.Utility == source.Kind && p.Points.Count > 0).ToList();
        return new SupposedLine(
            source.Of, source.Name, source.Kind, source.Points, said?.Depth ?? source.Depth ?? LineBuild.UsualDepth(source.Kind), ConductorOf(guess, said),
            End(source.Kind, source.Points[0], there, said?.StartKind, said?.StartOhms), End(source.Kind, source.Points[^1], there, said?.EndKind, said?.EndOhms),
            source.Kind == UtilityKind.Electric ? said?.NetMilliamps ?? SupposedLine.UsualNetMilliamps : null);
    }

    /// <summary>Depth to the centre of something with so much cover; its outside diameter is the usual one of its material where it is not known.</summary>
    public static Depth DepthUnder(Cover cover, UtilityKind kind, string material, double? outsideMetres) =>
        cover.ToCentre(outsideMetres ?? LineBuild.Of(kind, Material.Of(material), null)?.OutsideMetres ?? 0);

    /// <summary>The part of a long line that lies near the site.</summary>
    public static IReadOnlyList<SitePoint> Near(IReadOnlyList<SitePoint> points, SitePoint site)
    {
        if (!SiteRules.IsRun(points))
        {
            return points;
        }

        var run = new Run(points);
        var at = run.Project(site).ChainageMetres;
        return run.Between(at - NearMetres, at + NearMetres);
    }

    private static Conductor? ConductorOf(Conductor? guess, SaidOfLine? said) => said switch
    {
        null => guess,
        { NoMetal: true } => null,
        { Metal: { } metal } => new Conductor(metal, said.OutsideMetres ?? guess?.OutsideMetres ?? 0.02, said.WallMetres, Coating.Of(said.Coating ?? CoatingKind.Bare)),
        _ when guess is null => null,
        _ => guess with
        {
            OutsideMetres = said.OutsideMetres ?? guess.OutsideMetres,
            WallMetres = said.WallMetres ?? guess.WallMetres,
            Coating = said.Coating is { } coat ? Coating.Of(coat) : guess.Coating,
        },
    };

    private static SupposedEnd End(UtilityKind kind, SitePoint place, IEnumerable<Placed> there, EndSupposed? said, double? ohms)
    {
        var likely = SupposedEnd.Likely(kind, there.FirstOrDefault(p => p.Place.DistanceTo(place) <= SupposedEnd.NearMetres)?.Kind);
        return new SupposedEnd(said ?? likely.Kind, ohms ?? likely.Ohms);
    }
}
