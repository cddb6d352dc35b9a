using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. A drain in a ground that the sheet does not know, through which a sonde is pushed.</summary>
/// <param name="Run">Where it really runs, from the access.</param>
/// <param name="StartDepthMetres">At the access.</param>
/// <param name="FallPerMetre">Down in the direction of pushing, from level; the surface is level.</param>
/// <param name="Rises">A stretch in which it rises instead: from, to along, and by how much.</param>
public sealed record HiddenDrain(Run Run, double StartDepthMetres, double FallPerMetre, (double From, double To, double By)? Rises)
{
    /// <summary>Cable for a metre of way.</summary>
    private const double Cable = 1.004;
    private const double StepMetres = 0.12;
    private const double HandMetres = 0.02;
    private const double Noise = 0.02;
    private const double Floor = 0.004;
    private const double CoilMetres = 0.05;

    /// <summary>Depth at a way along.</summary>
    public double DepthAt(double way)
    {
        var risen = Rises is { } r ? Math.Clamp((way - r.From) / (r.To - r.From), 0, 1) * (r.By + (FallPerMetre * (r.To - r.From))) : 0;
        return StartDepthMetres + (FallPerMetre * way) - risen;
    }

    /// <summary>Where the sonde lies with so much cable out, how deep and how tilted.</summary>
    public (SitePoint Place, double Depth, double TiltRadians, SitePoint Ahead) At(double cableMetres)
    {
        var way = Math.Min(cableMetres / Cable, Run.Length);
        return (Run.At(way), DepthAt(way), Math.Atan((DepthAt(way + 0.3) - DepthAt(way - 0.3)) / 0.6), Run.DirectionAt(way));
    }

    /// <summary>Nulls, strongest place and depths as a hand reads them.</summary>
    public (SitePoint Strongest, double Ahead, double Behind, double Shown, double Turned) Read(double cableMetres, Random random)
    {
        var (place, depth, tilt, ahead) = At(cableMetres);
        var t = Math.Tan(tilt);
        var (front, rear) = SondeShape.Nulls(t);
        var over = (SondeShape.Strongest(t) * depth) + (0.03 * depth * Deviate.Normal(random));
        double Off(double sigma) => sigma * Deviate.Normal(random);
        return (place + (ahead * over) + (ahead.Right * Off(0.05)), (front * depth) - over + Off(HandMetres), over - (rear * depth) + Off(HandMetres), depth * (1 + Off(0.015)), depth * (1 + Off(0.015)));
    }

    /// <summary>Levels of both coils along the pipe, as a receiver sends them.</summary>
    public IEnumerable<(SitePoint Place, double Along, double Up, double Shown)> Walk(double cableMetres, Random random)
    {
        var (place, depth, tilt, ahead) = At(cableMetres);
        var strength = 400 * Math.Pow(depth + CoilMetres, 3);
        for (var u = -1.7 * depth; u <= 1.7 * depth; u += StepMetres)
        {
            var (along, up) = SondeShape.Field(u + (HandMetres * Deviate.Normal(random)), depth + CoilMetres, tilt);
            double Level(double field) => Math.Abs((strength * field * (1 + (Noise * Deviate.Normal(random)))) + (400 * Floor * Deviate.Normal(random)));
            yield return (place + (ahead * u) + (ahead.Right * (0.05 * Deviate.Normal(random))), Level(along), Level(up), depth * (1 + (0.015 * Deviate.Normal(random))));
        }
    }

    /// <summary>Height of the receiver's lower coil with its tip on the ground.</summary>
    public static Height Coil => new(CoilMetres);
}
