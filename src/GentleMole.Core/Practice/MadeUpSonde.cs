using GentleMole.Core.Lines;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Practice;

/// <summary>A sonde that we laid, and what a hand with a receiver makes of it: the truth beside the readings.</summary>
/// <param name="AlongMetres">Where it lies.</param>
/// <param name="DepthMetres">Ground to its centre.</param>
/// <param name="TiltDegrees">Nose down positive; the nose towards greater chainage.</param>
public sealed record MadeUpSonde(double AlongMetres, double DepthMetres, double TiltDegrees)
{
    private const double HandMetres = 0.02;

    /// <summary>A sonde by chance: 0.3 to 5 m deep, tilted by up to so many degrees.</summary>
    public static MadeUpSonde Make(Random random, double mostTilt = 35) =>
        new(20 * random.NextDouble(), 0.3 + (4.7 * random.NextDouble() * random.NextDouble()), mostTilt * ((2 * random.NextDouble()) - 1));

    /// <summary>Nulls and strongest place as a hand finds them, each with its error, at a height that is not quite the one that is said.</summary>
    public SondeNulls Nulls(Random random, double height)
    {
        var distance = DepthMetres + height + (HandMetres * Deviate.Normal(random));
        var t = Math.Tan(TiltDegrees * Math.PI / 180);
        var (front, rear) = SondeShape.Nulls(t);
        double Found(double place, double sigma) => AlongMetres + (place * distance) + (sigma * Deviate.Normal(random));
        return new SondeNulls(
            Found(front, SondeErrors.Null(distance)), Found(rear, SondeErrors.Null(distance)), Found(SondeShape.Strongest(t), SondeErrors.Strongest(distance)), new Height(height));
    }

    /// <summary>A row of levels along the pipe, from before one null to behind the other.</summary>
    public SondeRow Row(Random random, int readings, double noise, double floorPart, bool withUp)
    {
        var strength = Math.Pow(DepthMetres + 0.1, 3) * 100;
        var floor = floorPart * 100;
        var reach = 1.6 * DepthMetres;
        var tilt = TiltDegrees * Math.PI / 180;
        double Level(double field) => Math.Abs((strength * field * (1 + (noise * Deviate.Normal(random)))) + (floor * Deviate.Normal(random)));
        return new SondeRow(
            [.. Enumerable.Range(0, readings).Select(i =>
            {
                var said = AlongMetres - reach + (2 * reach * i / (readings - 1));
                var height = 0.1 + (HandMetres * Deviate.Normal(random));
                var (along, up) = SondeShape.Field(said + (HandMetres * Deviate.Normal(random)) - AlongMetres, DepthMetres + height, tilt);
                return new SondeReading(said, new Height(0.1), Level(along), withUp ? Level(up) : null);
            })],
            noise, floor);
    }

    /// <summary>Where all coils hear most, and the level there on the ground and lifted.</summary>
    public SondeStrength Strength(Random random, double lift)
    {
        var tilt = TiltDegrees * Math.PI / 180;
        var distance = DepthMetres + 0.1;
        var over = SondeShape.StrongestInAll(tilt) * distance;
        double Level(double height) => 1e4 * SondeShape.Total(over, DepthMetres + height + (HandMetres * Deviate.Normal(random)), tilt) * (1 + (0.02 * Deviate.Normal(random)));
        return new SondeStrength(AlongMetres + over + (SondeErrors.Strongest(distance) * Deviate.Normal(random)), Level(0.1), new Height(0.1), Level(0.1 + lift), new Height(0.1 + lift));
    }
}
