using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Yards;

/// <summary>
/// A yard that somebody drew, or that was made of a real site. Each seed turns it, perhaps mirrors it, draws its soil and wanders its depths; where the lines are supposed alone, they lie
/// beside their records as far as these are doubtful, and there may be what nobody recorded.
/// </summary>
/// <param name="Site">TRUTH: as it was drawn.</param>
/// <param name="HasSurprises">The lines are supposed: a seed moves them by the doubt of their records, and may add a bond or a line on no record.</param>
public sealed record DrawnYard(string Title, int Level, int Minutes, string Brief, IReadOnlyList<YardHabit> Teaches, YardSite Site, bool HasSurprises = false)
{
    /// <summary>Most characters of a title.</summary>
    public const int MostTitle = 80;

    /// <summary>Most characters of a brief.</summary>
    public const int MostBrief = 600;

    /// <summary>Most lines.</summary>
    public const int MostLines = 24;

    /// <summary>Most features, and most surfaces.</summary>
    public const int MostFeatures = 40;

    /// <summary>Most points of anything.</summary>
    public const int MostPoints = 60;

    /// <summary>Most characters of an id.</summary>
    public const int MostId = 40;

    /// <summary>Places of a yard are near its origin.</summary>
    public const double FarthestMetres = 500;

    /// <summary>Shorter it may come to nothing when places are written to a centimetre.</summary>
    public const double LeastLineMetres = 0.5;

    private const double OneCornerMetres = 0.05;
    private const double LeastDoubtMetres = 0.4;
    private const double BondChance = 0.3;
    private const double StrangerChance = 0.35;
    private static readonly Bounds Soils = new(2, 10_000);
    private static readonly Bounds Depths = new(0.05, 6);

    /// <summary>Wrong entries, by the way to them; empty when it can be played.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        void Refuse(bool isWrong, string field, string sentence)
        {
            if (isWrong)
            {
                errors.Add(new FieldError(field, sentence));
            }
        }

        bool IsOff(SitePoint p) => !(Math.Abs(p.East) <= FarthestMetres && Math.Abs(p.North) <= FarthestMetres);
        var lines = Site.Ground.Lines;
        Refuse(Title.Trim().Length is 0 or > MostTitle, "title", $"Give it a title of up to {MostTitle} characters.");
        Refuse(Brief.Trim().Length is 0 or > MostBrief, "brief", $"Say in up to {MostBrief} characters what is to be done.");
        Refuse(Level is < 1 or > 5, "level", "Levels are from 1 to 5.");
        Refuse(Minutes is < 1 or > 240, "minutes", "Minutes are from 1 to 240.");
        Refuse(Site.Area.Count is < 3 or > MostPoints || Site.Area.Any(IsOff) || !SiteRules.IsRun(Site.Area), "area", "The area has three corners or more, near the origin.");
        Refuse(!(Soils.Hold(Site.SoilOhmMetres.Low) && Soils.Hold(Site.SoilOhmMetres.High) && Site.SoilOhmMetres.Low <= Site.SoilOhmMetres.High), "soilOhmMetres", $"Soil is from {Soils.Least} to {Soils.Most} Ω·m, the lower first.");
        Refuse(lines.Count is 0 or > MostLines, "lines", $"There are from one to {MostLines} lines.");
        Refuse(lines.Select(l => l.Id).Distinct().Count() != lines.Count, "lines", "Each line has an id of its own.");
        for (var i = 0; i < lines.Count; i++)
        {
            var (line, at) = (lines[i], FormattableString.Invariant($"lines[{i}]"));
            Refuse(line.Id.Length is 0 or > MostId || line.Lies.Name.Length > MostTitle, at, "A line has an id and a name.");
            Refuse(line.Run.Points.Count > MostPoints || line.Run.Points.Any(IsOff), at + ".points", "A line lies near the origin, with up to 60 points.");
            Refuse(line.Run.Length < LeastLineMetres, at + ".points", FormattableString.Invariant($"A line is {LeastLineMetres} m long or longer."));
            Refuse(line.Depths.Any(d => !Depths.Hold(d.Metres)), at + ".points", FormattableString.Invariant($"Depths are from {Depths.Least} to {Depths.Most} m."));
            Refuse(line.Lies.Conductor is null, at + ".conductor", "A line without metal carries nothing here.");
            Refuse(line.Lies.NetMilliamps is { } net && !(net is > 0 and <= 5000), at + ".liveMilliamps", "A live line carries from 0 to 5,000 mA of the mains.");
        }

        bool IsOn(string id, double at) => Site.Ground.Line(id) is { } line && at >= 0 && at <= line.Run.Length + 0.01;
        Refuse(Site.Target.Count == 0 || Site.Target.Any(t => Site.Ground.Line(t) is null), "target", "Say which line is sought.");
        Refuse(Site.Unknowable.Concat(Site.SameToAll).Any(t => Site.Ground.Line(t) is null), "unknowable", "These are ids of lines.");
        Refuse(Site.Ground.Bonds.Any(b => !IsOn(b.From, b.FromMetres) || !IsOn(b.To, b.ToMetres) || !(b.Ohms is >= 0 and <= 1e6)), "bonds", "A bond joins places on two lines, with 0 ohms or more.");
        Refuse(Site.Ground.Joints.Any(j => !IsOn(j.Line, j.AtMetres)), "joints", "A joint is on a line.");
        Refuse(Site.Features.Count > MostFeatures || Site.Features.Any(f => f.Id.Length is 0 or > MostId || f.Name.Length > MostTitle || IsOff(f.Place)), "features", $"There are up to {MostFeatures} features, each with an id, near the origin.");
        var connections = Site.Features.SelectMany(f => f.Connections).ToList();
        Refuse(connections.Select(c => c.Id).Distinct().Count() != connections.Count || connections.Any(c => c.Id.Length is 0 or > MostId || !IsOn(c.On, c.AtMetres) || c.Methods.Count == 0 || c.Methods.Any(m => m is not (HookupMethod.Direct or HookupMethod.Clamp))), "features", "A connection has an id of its own, a place on a line, and what can be put on it.");
        Refuse(Site.Records.Count == 0 || Site.Records.Count > MostLines || Site.Records.All(r => !Site.Target.Contains(r.Of)), "records", "The plan of what is sought is needed, and up to one for each line.");
        Refuse(Site.Records.Any(r => !SiteRules.IsRun(r.Points) || new Run(r.Points).Length < LeastLineMetres || r.Points.Count > MostPoints || r.Points.Any(IsOff) || !(r.DoubtMetres is > 0 and <= 50) || Site.Ground.Line(r.Of) is null), "records", FormattableString.Invariant($"A record is {LeastLineMetres} m long or longer, with its doubt and the line that it is of."));
        Refuse(Site.Surfaces.Count > MostFeatures || Site.Surfaces.Any(s => s.Ring.Count is < 3 or > MostPoints || s.Ring.Any(IsOff) || !SiteRules.IsRun(s.Ring)), "surfaces", "A surface has three corners or more.");
        return errors;
    }

    /// <summary>As it is played.</summary>
    public Yard AsYard(string code) => new(code, Title, Level, Teaches, Minutes, Brief, Lay);

    private YardSite Lay(YardDraw draw, YardFrame frame)
    {
        SitePoint At(SitePoint p) => frame.At(p.East, p.North);
        var soil = new SoilGround(draw.Scaled(Site.SoilOhmMetres.Low, Site.SoilOhmMetres.High));
        var lines = Site.Ground.Lines.Select(line =>
        {
            var doubt = HasSurprises ? Site.Records.Where(r => r.Of == line.Id).Select(r => Math.Max(r.DoubtMetres, LeastDoubtMetres)).DefaultIfEmpty(0).Max() : 0;
            var aside = doubt * Math.Clamp(draw.Normal(), -2, 2);
            var depths = line.Depths.Select(d => new Depth(Math.Round(d.Metres * draw.Between(0.93, 1.07), 3))).ToList();

            // Corners a hand apart are one: moved aside each the way the line runs there they would throw it about, and to a centimetre they may come to lie in one place.
            var drawn = SiteRules.Joined(line.Run.Points.Select((p, i) => (Place: p, Depth: depths[i])), c => c.Place, OneCornerMetres);
            var run = drawn.Count > 1 ? new Run(drawn.Select(c => c.Place)) : line.Run;
            List<(SitePoint Place, Depth Depth)> Corners(double by) => SiteRules.Joined(run.Points.Select((p, i) => (Place: At(p + (run.DirectionAt(run.ChainageOf(i)).Right * by)), Depth: drawn.Count > 1 ? drawn[i].Depth : depths[i])), c => c.Place);
            var corners = Corners(aside) is { Count: > 1 } moved ? moved : Corners(0);
            var lies = new SupposedLine(line.Lies.Id, line.Lies.Name, line.Lies.Kind, [.. corners.Select(c => c.Place)], line.Lies.Depth, line.Lies.Conductor, line.Lies.Start, line.Lies.End, line.Lies.NetMilliamps);
            return new BuriedLine(lies, [.. corners.Select(c => c.Depth)]);
        }).ToList();
        double On(string id, double at) => Math.Clamp(at, 0, lines.First(l => l.Id == id).Run.Length);
        var bonds = Site.Ground.Bonds.Select(b => b with { FromMetres = On(b.From, b.FromMetres), ToMetres = On(b.To, b.ToMetres) }).ToList();
        var target = lines.First(l => Site.Target.Contains(l.Id));
        var (hasBond, hasStranger) = (draw.Chance(BondChance), draw.Chance(StrangerChance));
        if (HasSurprises && hasBond && lines.Where(l => !Site.Target.Contains(l.Id)).MinBy(l => l.Run.Project(target.Run.Points[^1]).Foot.DistanceTo(target.Run.Points[^1])) is { } near)
        {
            bonds.Add(new SupposedBond(target.Id, target.Run.Length, near.Id, near.Run.Project(target.Run.Points[^1]).ChainageMetres, Math.Round(draw.Between(0.2, 2), 2)));
        }

        if (HasSurprises && hasStranger)
        {
            var area = Site.Area.Select(At).ToList();
            var (centre, way) = (new SitePoint(area.Average(p => p.East), area.Average(p => p.North)), Azimuth.Of(draw.Between(0, 360)).Direction);
            var reach = area.Max(p => p.DistanceTo(centre)) + 15;
            lines.Add(BuriedLine.Level(new SupposedLine(
                "on no record", "line on no record", UtilityKind.Electric, [centre - (way * reach), centre + (way * reach)], new Depth(Math.Round(draw.Between(0.4, 0.8), 2)),
                LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), null), new SupposedEnd(EndSupposed.Earthed, 10), new SupposedEnd(EndSupposed.Earthed, 10), Math.Round(draw.Between(20, 60), 1))));
        }

        return Site with
        {
            Ground = new HiddenGround(soil, lines, bonds, [.. Site.Ground.Joints.Select(j => j with { AtMetres = On(j.Line, j.AtMetres) })]),
            Area = [.. Site.Area.Select(At)],
            Features = [.. Site.Features.Select(f => f with { Place = At(f.Place), Connections = [.. f.Connections.Select(c => c with { AtMetres = On(c.On, c.AtMetres) })] })],
            Records = [.. Site.Records.Select(r => r with { Points = [.. r.Points.Select(At)] })],
            Surfaces = [.. Site.Surfaces.Select(s => s with { Ring = [.. s.Ring.Select(At)] })],
        };
    }
}
