using GentleMole.Core.Grids;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Bodies;

/// <summary>
/// Joins level pieces of neighbouring and crossing lines into bodies, draws the outlines that agree with them, tests what each of them shows, and says what it may be.
/// What answers below a body is of it; what is long and thin is a run or a trench.
/// </summary>
public static class BodySearch
{
    private const double LeastWidth = 0.3;
    private const double SeedWidth = 0.38;
    private const double ReachSpacings = 1.7;
    private const double NearSpacings = 2.2;
    private const double WeakPart = 0.5;
    private const double LayerShare = 0.5;
    private const double RepeatNanoseconds = 75;

    /// <summary>Of the moment of a wide top, nanoseconds: its echo runs into that of its bottom, or, where it lies shallow, into the direct wave.</summary>
    private const double TimeSigma = 0.5;

    private const double NinetyFive = 1.96;
    private const double RunTimes = 3.5;
    private const double RunWidth = 0.55;
    private const double ThinMetres = 0.45;
    private const double LongMetres = 4.5;
    private const double AlikeDegrees = 15;
    private const double AlikeTimes = 1.35;
    private const double ShapeTimes = 1.5;
    private const double EndMetres = 0.12;
    private const double LeastAlone = 0.65;

    /// <summary>Finds them.</summary>
    /// <param name="velocity">Of the ground, metres per nanosecond, with its doubt.</param>
    /// <param name="runs">Runs of pipes and cables that are told already: what lies on one and is no wider than a pipe's blob is no body.</param>
    /// <param name="isGraveyard">Graves are likelier here than elsewhere.</param>
    /// <exception cref="OperationCanceledException">It was given up.</exception>
    public static GroundBodies Of(IReadOnlyList<LevelLine> lines, Estimate velocity, IReadOnlyList<RadarRun>? runs = null, bool isGraveyard = false, CancellationToken cancel = default)
    {
        var layers = LayersOf(lines, velocity.Value);
        if (lines.Count == 0)
        {
            return new GroundBodies([], layers);
        }

        var spacing = WalkedLine.SpacingOf([.. lines.Select(l => new WalkedLine(l.At(l.FromMetres), l.Way, l.ToMetres - l.FromMetres))]);
        var pieces = lines.SelectMany((l, i) => l.Found.Pieces.Select(p => Piece(l, i, p, velocity.Value))).ToList();
        var tops = pieces.Where(p => p is { Echo.IsGap: false, Width: >= LeastWidth } && !(p.Width < RunWidth && runs?.Any(r => IsOn(p, r)) == true) && !pieces.Exists(q => IsRepeat(p, q))).ToList();
        var (bodies, below) = (new List<RadarBody>(), new HashSet<BodyPiece>());
        foreach (var group in Groups(tops, ReachSpacings * spacing).OrderBy(g => g.Min(p => p.Cover)))
        {
            cancel.ThrowIfCancellationRequested();
            if (2 * group.Count(below.Contains) < group.Count && !bodies.Exists(b => IsSeenFromBeside(group, b)) && Told(lines, pieces, group, spacing, velocity, layers) is { } body)
            {
                bodies.Add(body);
                below.UnionWith(pieces.Where(p => group.Exists(g => IsUnder(p, g))));
            }
        }

        foreach (var group in Groups([.. pieces.Where(p => p is { Echo.IsGap: true, Width: >= LeastWidth })], ReachSpacings * spacing).OrderBy(g => g.Min(p => p.Cover)))
        {
            cancel.ThrowIfCancellationRequested();

            // A layer that is missing over a body was told with it; a second layer missing in the same place is the same hole.
            if (!bodies.Exists(b => 2 * group.Count(p => b.Box.AwayFrom(p.Middle) < SamePlaceMetres) >= group.Count) && Told(lines, pieces, group, spacing, velocity, layers) is { } body)
            {
                bodies.Add(body);
            }
        }

        return new GroundBodies([.. Alike(bodies, isGraveyard).OrderBy(b => b.Cover.Value)], layers);
    }

    private const double SamePlaceMetres = 0.2;

    private static BodyPiece Piece(LevelLine line, int index, LevelEcho echo, double velocity) =>
        new(index, echo, line.At(echo.FromMetres), line.At(echo.ToMetres), Hyperbola.CoverOf(echo.Nanoseconds, 0, velocity, line.SeparationMetres));

    /// <summary>What lies under a piece on the same line, within what may go to and fro in it.</summary>
    private static bool IsUnder(BodyPiece piece, BodyPiece top) =>
        piece.Line == top.Line && piece.Echo.Nanoseconds > top.Echo.Nanoseconds && piece.Echo.Nanoseconds - top.Echo.Nanoseconds < RepeatNanoseconds && piece.Covered(top) > 0.5;

    /// <summary>What goes to and fro in a pipe's water comes later than it lies deep, and is spread by migration: it is wider than the pipe's own blob right above it.</summary>
    private static bool IsRepeat(BodyPiece piece, BodyPiece above) =>
        piece.Line == above.Line && piece.Echo.Nanoseconds - above.Echo.Nanoseconds is > 1 and < RepeatNanoseconds && above.Width < RepeatWidth * piece.Width
        && Math.Abs(piece.Echo.MiddleMetres - above.Echo.MiddleMetres) < SamePlaceMetres && above.Echo.Size > piece.Echo.Size / 3;

    private const double RepeatWidth = 0.6;

    private static bool IsOn(BodyPiece piece, RadarRun run) => run.Points.Any(p => p.Place.DistanceTo(piece.Middle) < 0.3 && Math.Abs(p.CoverMetres - piece.Cover) < 0.1 + (0.15 * p.CoverMetres));

    /// <summary>A line that passes beside a body has it as far away as it is on the slant: deeper than it lies, weaker, and of the same sign.</summary>
    private static bool IsSeenFromBeside(List<BodyPiece> group, RadarBody body) =>
        group.Max(p => p.Echo.Size) < BesidePart * body.Facts.Size && group[0].Echo.IsNormal == body.Facts.IsNormal && group.TrueForAll(p =>
        {
            var aside = Math.Min(body.Box.AwayFrom(p.Middle), Math.Min(body.Box.AwayFrom(p.From), body.Box.AwayFrom(p.To)));
            return p.Cover > body.Cover.Value && p.Cover < SlantPart * Math.Sqrt(Math.Pow(body.Cover.Value + (body.Width.Value / 2), 2) + Math.Pow(aside + (body.Width.Value / 2), 2));
        });

    private const double SlantPart = 1.12;
    private const double BesidePart = 0.65;

    private static List<List<BodyPiece>> Groups(List<BodyPiece> pieces, double reach)
    {
        var of = Enumerable.Range(0, pieces.Count).ToArray();
        int Root(int i) => of[i] == i ? i : of[i] = Root(of[i]);
        for (var i = 0; i < pieces.Count; i++)
        {
            for (var j = i + 1; j < pieces.Count; j++)
            {
                if (Root(i) != Root(j) && pieces[i].GoesWith(pieces[j], reach))
                {
                    of[Root(i)] = Root(j);
                }
            }
        }

        return [.. pieces.Select((p, i) => (Piece: p, Root: Root(i))).GroupBy(p => p.Root).Select(g => g.Select(p => p.Piece).ToList()).Where(g => g.Exists(p => p.Width >= SeedWidth))];
    }

    private static RadarBody? Told(IReadOnlyList<LevelLine> lines, List<BodyPiece> pieces, List<BodyPiece> group, double spacing, Estimate velocity, IReadOnlyList<GroundLayer> layers)
    {
        var isTopSeen = !group[0].Echo.IsGap;
        var byLine = group.GroupBy(p => p.Line).Select(g => (Line: g.Key, From: g.Min(p => p.Echo.FromMetres), To: g.Max(p => p.Echo.ToMetres), Size: g.Max(p => p.Echo.Size), Pieces: g.ToList())).OrderBy(g => g.Line).ToList();
        var sizes = byLine.Select(l => l.Size).OrderDescending().ToList();
        var level = sizes[Math.Min(sizes.Count - 1, sizes.Count > 2 ? 1 : 0)];
        var strong = byLine.Where(l => l.Size >= WeakPart * level).ToList();
        if (strong.Count == 1 && (strong[0].To - strong[0].From < LeastAlone || lines.Where((l, i) => i != strong[0].Line && Crosses(l, strong[0].Pieces[0])).Any()))
        {
            return null;
        }

        var covers = strong.SelectMany(l => l.Pieces).Select(p => p.Cover).Order().ToList();
        var middle = covers[covers.Count / 2];
        var outline = new BodyOutline(middle);
        var passed = 0;
        for (var i = 0; i < lines.Count; i++)
        {
            if (byLine.FindIndex(l => l.Line == i) is >= 0 and var at)
            {
                outline.Add(lines[i], (byLine[at].From, byLine[at].To), byLine[at].Size < WeakPart * level);
            }
            else if (group.Exists(p => DistanceTo(lines[i], p.Middle) < NearSpacings * spacing))
            {
                outline.Add(lines[i], null, false);
                passed++;
            }
        }

        var boxes = outline.Sample(byLine.Count);
        var (box, length, width, bearing) = Outlined(boxes);
        if (isTopSeen && ((length.Value > RunTimes * width.Value && width.Value < RunWidth && (strong.Count > 2 || width.High95 < ThinMetres)) || (strong.Count == 1 && strong[0].To - strong[0].From > LongMetres)))
        {
            return null;
        }

        var half = NinetyFive * Math.Sqrt(Math.Pow(velocity.HalfWidth / NinetyFive / velocity.Value * middle, 2) + Math.Pow(TimeSigma * velocity.Value / 2, 2) + (covers.Sum(c => (c - middle) * (c - middle)) / covers.Count / covers.Count));
        var cover = Estimate.Symmetric(middle, half).Within(0, double.PositiveInfinity);
        double? bottom = isTopSeen ? Bottom(pieces, strong.SelectMany(l => l.Pieces)) : null;
        var facts = new BodyFacts(
            isTopSeen, 2 * strong.SelectMany(l => l.Pieces).Count(p => p.Echo.IsNormal) > strong.Sum(l => l.Pieces.Count), level, bottom, isTopSeen ? IsDug(pieces, strong.SelectMany(l => l.Pieces).ToList(), layers, middle) : true,
            strong.Count, passed + byLine.Count - strong.Count, IsOpen(lines, byLine.ConvertAll(l => (l.Line, l.From, l.To)), spacing));
        return new RadarBody(box, length, width, bearing, cover, facts, [], [.. byLine.Select(l => (l.Line, l.From, l.To))]) { Boxes = boxes };
    }

    /// <summary>Whether a line goes right over a piece of another; had something of any breadth been there, it would have shown it.</summary>
    private static bool Crosses(LevelLine line, BodyPiece piece)
    {
        var way = (piece.To - piece.From).Unit();
        var cross = way.Dot(line.Way.Right);
        if (Math.Abs(cross) < 0.5)
        {
            return false;
        }

        var to = line.Start - piece.From;
        var (ahead, along) = (to.Dot(line.Way.Right) / cross, 0.0);
        along = ((piece.From + (way * ahead)) - line.Start).Dot(line.Way);
        return ahead > 0 && ahead < piece.Width && along > line.FromMetres && along < line.ToMetres;
    }

    private static double DistanceTo(LevelLine line, Site.SitePoint place) => line.At(Math.Clamp((place - line.Start).Dot(line.Way), line.FromMetres, line.ToMetres)).DistanceTo(place);

    private static (BodyBox Box, Estimate Length, Estimate Width, Estimate Bearing) Outlined(List<BodyBox> boxes)
    {
        // The longer side is the length, however the walk called them.
        var turned = boxes.ConvertAll(b => b.LengthMetres >= b.WidthMetres ? b : new BodyBox(b.Middle, b.Bearing + (Math.PI / 2), b.WidthMetres, b.LengthMetres));
        var (length, width) = (Held([.. turned.Select(b => b.LengthMetres)]), Held([.. turned.Select(b => b.WidthMetres)]));

        // Directions without an arrow: their doubles have a mean.
        var mean = BodyPattern.MeanBearing(turned.Select(b => b.Bearing));
        var off = Of([.. turned.Select(b => Math.IEEERemainder(b.Bearing - mean, Math.PI) * 180 / Math.PI)]);
        var degrees = ((mean * 180 / Math.PI) + 360) % 180;
        var middle = turned.Aggregate(default(Site.SitePoint), (sum, b) => sum + b.Middle) * (1.0 / turned.Count);
        return (new BodyBox(middle, mean, length.Value, width.Value), length, width, new Estimate(degrees, degrees + off.Low95, degrees + off.High95));
    }

    /// <summary>Lines miss for reasons that no outline knows of: so much wider the interval must be to hold 95 % on made-up grounds.</summary>
    private static Estimate Held(List<double> values) => Of(values).Stretched(Bolder).Within(LeastSide, double.PositiveInfinity);

    private const double Bolder = 1.25;
    private const double LeastSide = 0.05;

    private static Estimate Of(List<double> values)
    {
        values.Sort();
        return new Estimate(values[values.Count / 2], values[(int)(0.025 * values.Count)], values[(int)(0.975 * (values.Count - 1))]);
    }

    /// <summary>Time from the top to an echo under it with the other sign, the first on most of the lines.</summary>
    private static double? Bottom(List<BodyPiece> pieces, IEnumerable<BodyPiece> tops)
    {
        var (later, all) = (new List<double>(), 0);
        foreach (var top in tops)
        {
            all++;
            if (pieces.Where(p => IsUnder(p, top) && p.Echo.IsNormal != top.Echo.IsNormal && !p.Echo.IsGap && p.Width > 0.4 * top.Width && p.Echo.Size > LeastBottom * top.Echo.Size).MinBy(p => p.Echo.Nanoseconds) is { } under)
            {
                later.Add(under.Echo.Nanoseconds - top.Echo.Nanoseconds);
            }
        }

        later.Sort();
        return 2 * later.Count > all ? later[later.Count / 2] : null;
    }

    /// <summary>Whether a layer above is missing over most of it; null where there is no layer above.</summary>
    private static bool? IsDug(List<BodyPiece> pieces, List<BodyPiece> tops, IReadOnlyList<GroundLayer> layers, double cover) =>
        !layers.Any(l => l.CoverMetres < cover - LayerOver) ? null
        : 2 * tops.Count(t => pieces.Exists(p => p.Echo.IsGap && p.Line == t.Line && p.Cover < t.Cover - LayerOver && p.Covered(t) > 0.5)) > tops.Count;

    private const double LayerOver = 0.08;

    /// <summary>Edges of a plate answer too, from as far as they are, with its sign turned: a bottom is stronger.</summary>
    private const double LeastBottom = 0.28;

    /// <summary>Whether it may go on where nobody walked: off the end of a line, or beyond the outermost of lines side by side.</summary>
    private static bool IsOpen(IReadOnlyList<LevelLine> lines, List<(int Line, double From, double To)> hits, double spacing)
    {
        if (hits.Exists(h => h.From < lines[h.Line].FromMetres + EndMetres || h.To > lines[h.Line].ToMetres - EndMetres))
        {
            return true;
        }

        // Lines across it close it as well as lines beside it.
        var way = lines[hits[0].Line].Way;
        if (hits.Exists(h => Math.Abs(lines[h.Line].Way.Dot(way)) < 0.7))
        {
            return false;
        }

        var offsets = hits.ConvertAll(h => lines[h.Line].At((h.From + h.To) / 2).Dot(way.Right));
        var middle = lines[hits[0].Line].At((hits[0].From + hits[0].To) / 2);
        bool Closed(Func<double, bool> isBeyond) => lines.Any(l =>
            Math.Abs(l.Way.Dot(way)) > 0.9 && (middle - l.Start).Dot(l.Way) is var foot && foot > l.FromMetres && foot < l.ToMetres && isBeyond(l.At(foot).Dot(way.Right)));
        var (low, high) = (offsets.Min() - (0.05 * spacing), offsets.Max() + (0.05 * spacing));
        return !Closed(o => o < low) || !Closed(o => o > high);
    }

    /// <summary>Height and volume, if it is what it is taken for.</summary>
    private static RadarBody Measured(RadarBody body)
    {
        if (body.Kind == BodyKind.Metal)
        {
            // Of what is round on top only the middle answers upwards, and its ends answer sideways too.
            return body with { Length = body.Length.Shift(-RoundEnds).Blurred(2 * RoundEnds), Width = new Estimate(RoundTimes * body.Width.Value, body.Width.Low95, RoundMost * body.Width.High95) };
        }

        double? inside = body.Kind switch
        {
            BodyKind.Hollow => BodyFacts.Air,
            BodyKind.Water => BodyFacts.Water,
            BodyKind.Slab => ConcretePermittivity,
            _ => null,
        };
        if (inside is not { } permittivity || body.Facts.HeightIn(permittivity) is not { } height)
        {
            return body with { Height = null, Volume = null };
        }

        // Pulses that lie over each other move their peaks; and concrete is not all alike.
        var part = body.Kind == BodyKind.Slab ? 0.2 : 0.03;
        var sigma = Math.Sqrt(Math.Pow(HeightNanoseconds * RadarWave.VelocityOf(permittivity) / 2, 2) + Math.Pow(part * height, 2));
        var random = new Random(Seed);
        var volumes = body.Boxes.Select(b => b.LengthMetres * b.WidthMetres * Math.Max(0, height + (sigma * Deviate.Normal(random)))).ToList();
        return body with { Height = Estimate.Symmetric(height, NinetyFive * sigma).Within(0, double.PositiveInfinity), Volume = Of(volumes) };
    }

    private const double RoundEnds = 0.12;
    private const double RoundTimes = 1.3;
    private const double RoundMost = 1.9;
    private const double ConcretePermittivity = 7;
    private const double HeightNanoseconds = 0.3;
    private const int Seed = 12;

    /// <summary>Counts for each how many others have its shape and lie its way, and says what it may be.</summary>
    private static IEnumerable<RadarBody> Alike(List<RadarBody> bodies, bool isGraveyard)
    {
        static bool IsLong(RadarBody body) => body.Length.Value > ShapeTimes * body.Width.Value;
        static double Turn(RadarBody a, RadarBody b) => Math.Abs(Math.IEEERemainder(a.Bearing.Value - b.Bearing.Value, 180));
        var alike = bodies.ConvertAll(a => !IsLong(a) ? 0 : bodies.Count(b => b != a && IsLong(b) && Times(b.Length, a.Length) < AlikeTimes && Turn(a, b) < AlikeDegrees));
        var pattern = bodies.Where((_, i) => alike[i] >= PatternOthers).ToList();
        for (var i = 0; i < bodies.Count; i++)
        {
            var body = bodies[i];
            var facts = body.Facts with { Alike = alike[i], IsAcrossPattern = alike[i] == 0 && pattern.Count > 0 && pattern.TrueForAll(p => Turn(p, body) > 2 * AlikeDegrees) };
            yield return Measured(body with { Facts = facts, Kinds = BodyOdds.Of(body.Length, body.Width, body.Cover, facts, isGraveyard) });
        }
    }

    private const int PatternOthers = 2;

    private static double Times(Estimate a, Estimate b) => Math.Max(a.Value, b.Value) / Math.Min(a.Value, b.Value);

    private static List<GroundLayer> LayersOf(IReadOnlyList<LevelLine> lines, double velocity)
    {
        var all = lines.SelectMany((l, i) => l.Found.Layers.Select(f => (Line: i, Cover: Hyperbola.CoverOf(f.Nanoseconds, 0, velocity, l.SeparationMetres), f.IsNormal))).OrderBy(f => f.Cover).ToList();
        var told = new List<GroundLayer>();
        while (all.Count > 0)
        {
            var first = all[0];
            var with = all.FindAll(f => f.IsNormal == first.IsNormal && f.Cover < first.Cover + 0.05 + (0.08 * first.Cover));
            var share = with.Select(f => f.Line).Distinct().Count() / (double)lines.Count;
            if (share > LayerShare)
            {
                told.Add(new GroundLayer(with[with.Count / 2].Cover, first.IsNormal, share));
            }

            all.RemoveAll(with.Contains);
        }

        return told;
    }
}
