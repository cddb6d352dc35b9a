using GentleMole.Core.Bodies;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A made-up ground with bodies in it, walked on a grid of radar lines with all traces: what lies there, and what each line recorded.</summary>
/// <param name="Blocks">What lies there, with what it is.</param>
/// <param name="Lines">Start, direction and recording of each.</param>
public sealed record MadeUpBodies(IReadOnlyList<(BodyKind Kind, BuriedBlock Block)> Blocks, IReadOnlyList<(SitePoint Start, SitePoint Way, RadarProfile Profile)> Lines, double Velocity)
{
    /// <summary>How a made-up ground is laid out and walked.</summary>
    /// <param name="Kinds">What is put in, one after the other.</param>
    /// <param name="IsBothWays">Lines go north and east.</param>
    /// <param name="Layer">A layer lies under it, which what was dug has broken.</param>
    public sealed record Shape(
        IReadOnlyList<BodyKind> Kinds, double WidthMetres = 7, double LengthMetres = 8, double SpacingMetres = 0.5, bool IsBothWays = true, bool Layer = true, int StonesPerLine = 4, IReadOnlyList<BuriedPipe>? Pipes = null);

    /// <summary>One by chance. Bodies lie at least a metre from each other and from the edge.</summary>
    public static MadeUpBodies Make(Shape shape, Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var permittivity = Between(6, 12);
        List<SoilLayer> layers = [new(0, permittivity, Between(0.001, 0.006))];
        if (shape.Layer)
        {
            layers.Add(new SoilLayer(Between(0.4, 0.65), permittivity * Between(1.2, 1.5), layers[0].SiemensPerMetre * 1.3));
        }

        var blocks = new List<(BodyKind Kind, BuriedBlock Block)>();
        foreach (var kind in shape.Kinds)
        {
            for (var tries = 0; tries < MostTries; tries++)
            {
                var block = Of(kind, new SitePoint(Between(1, shape.WidthMetres - 1), Between(1, shape.LengthMetres - 1)), layers[^1].Permittivity, random);
                if (block.Corners.All(c => c.East > 0.6 && c.East < shape.WidthMetres - 0.6 && c.North > 0.6 && c.North < shape.LengthMetres - 0.6)
                    && blocks.TrueForAll(b => b.Block.Middle.DistanceTo(block.Middle) > ((b.Block.LengthMetres + block.LengthMetres) / 2) + 0.8))
                {
                    blocks.Add((kind, block));
                    break;
                }
            }
        }

        var ways = new List<(SitePoint From, SitePoint To)>();
        for (var east = 0.0; east <= shape.WidthMetres + 1e-9; east += shape.SpacingMetres)
        {
            ways.Add((new SitePoint(east, 0), new SitePoint(east, shape.LengthMetres)));
        }

        for (var north = 0.0; shape.IsBothWays && north <= shape.LengthMetres + 1e-9; north += shape.SpacingMetres)
        {
            ways.Add((new SitePoint(0, north), new SitePoint(shape.WidthMetres, north)));
        }

        var walked = ways.ConvertAll(w => (w.From, (w.To - w.From).Unit(), Walk(w.From, w.To, shape, layers, [.. blocks.Select(b => b.Block)], random)));
        return new MadeUpBodies(blocks, walked, new RadarGround(1, 0.1, layers, [], 0, 4e8, 0, 1, 1).VelocityTo(UsualDepth));
    }

    private static RadarProfile Walk(SitePoint from, SitePoint to, Shape shape, IReadOnlyList<SoilLayer> layers, IReadOnlyList<BuriedBlock> blocks, Random random)
    {
        var ground = RadarGround.Under(shape.Pipes ?? [], new Run([from, to]), layers, 0.05, 4e8, shape.StonesPerLine, random);
        return new MadeUpRadar().Walk(ground with { Blocks = [.. blocks.Select(b => b.From(from, (to - from).Unit()))] }, random);
    }

    private const int MostTries = 200;
    private const double UsualDepth = 0.9;

    /// <summary>A body of a kind, of a size by chance.</summary>
    /// <param name="soil">Relative permittivity of the ground it lies in.</param>
    public static BuriedBlock Of(BodyKind kind, SitePoint middle, double soil, Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var bearing = Between(0, 180);
        return kind switch
        {
            BodyKind.Hollow => new(middle, bearing, Between(1, 2.4), Between(0.7, 1), Between(0.5, 1.2), Between(0.35, 0.8), 1),
            BodyKind.Metal => new(middle, bearing, Between(1.8, 3), Between(1, 1.5), Between(0.5, 0.9), 1.2, double.PositiveInfinity) { IsRound = true, IsDug = true },
            BodyKind.Water => new(middle, bearing, Between(1.3, 2.4), Between(0.9, 1.5), Between(0.5, 1), Between(0.3, 0.7), 81) { SiemensPerMetre = 0.02 },
            BodyKind.Slab => new(middle, bearing, Between(1.2, 2.4), Between(0.9, 1.6), Between(0.25, 0.4), Between(0.12, 0.22), soil > 7.5 ? Between(4.5, 6) : Between(9, 11)),
            BodyKind.Grave => new(middle, 84 + Between(-6, 6), Between(1.75, 2.15), Between(0.55, 0.8), Between(1, 1.5), Between(0.3, 0.45), soil * Between(0.4, 0.75)) { IsDug = true },
            BodyKind.Dug => new(middle, bearing, Between(1.2, 2.6), Between(0.8, 1.5), 0, Between(0.9, 1.6), soil) { IsOnlyDug = true },
            _ => new(middle, bearing, Between(0.8, 1.6), Between(0.6, 1), Between(0.4, 1), 0.4, soil * 0.7),
        };
    }

    /// <summary>What is found in it, with a velocity that is off by a part.</summary>
    public GroundBodies Search(double velocityPart, IReadOnlyList<Grids.RadarRun>? runs = null)
    {
        var velocity = Velocity * (1 + velocityPart);
        return BodySearch.Of([.. Lines.Select(l => LevelLine.Of(l.Profile, LevelSearch.Of(l.Profile, DirectWave.Of(l.Profile), velocity), l.Start, l.Way))], Estimate.Symmetric(velocity, 0.06 * velocity), runs, Blocks.Count(b => b.Kind == BodyKind.Grave) > 2);
    }

    /// <summary>How what was found holds against what lies there.</summary>
    /// <param name="Found">By body that lies there, what was found of it; null where nothing.</param>
    /// <param name="False">Bodies told where none lies.</param>
    public sealed record Held(IReadOnlyList<(BodyKind Kind, BuriedBlock Block, RadarBody? Body)> Found, IReadOnlyList<RadarBody> False);

    /// <summary>Holds it against what lies there: a body is found where one is told whose middle lies in it.</summary>
    public Held Judge(GroundBodies told)
    {
        var free = told.Bodies.ToList();
        var found = new List<(BodyKind, BuriedBlock, RadarBody?)>();
        foreach (var (kind, block) in Blocks)
        {
            var box = new BodyBox(block.Middle, block.BearingDegrees * Math.PI / 180, block.LengthMetres, block.WidthMetres);
            var body = free.Where(b => box.Holds(b.Box.Middle) || b.Box.Holds(block.Middle)).MinBy(b => b.Box.Middle.DistanceTo(block.Middle));
            if (body is not null)
            {
                free.Remove(body);
            }

            found.Add((kind, block, body));
        }

        return new Held(found, free);
    }
}
