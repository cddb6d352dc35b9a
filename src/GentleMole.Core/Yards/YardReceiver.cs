using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>
/// SIMULATED. A receiver with two level coils above each other and an upright one. Its noise hangs on where and how it is held, not on what was read before: asked again it shows the same.
/// </summary>
internal static class YardReceiver
{
    /// <summary>Less upright than this part of the level response is none.</summary>
    private const double RightUnder = 0.03;

    /// <param name="fieldAt">Field of all currents, in step with the source where there is one that leads.</param>
    /// <param name="hasReference">The source leads: the way of the current can be told.</param>
    /// <param name="noise">Of this reading alone.</param>
    public static YardShown Read(Func<Vector3, FieldWithPhase> fieldAt, ReceiverBuild build, YardReadingAsk ask, bool hasReference, YardDraw noise)
    {
        double Noise(double value) => noise.Normal() * Math.Sqrt(Square(build.RelativeNoise * value) + Square(build.FloorTesla));
        var axis = ask.Heading.Direction.Right;
        var lower = fieldAt(ask.Place.Raised(ask.HeightMetres));
        var upper = fieldAt(ask.Place.Raised(ask.HeightMetres + build.SeparationMetres));
        var (level, above) = (Along(lower, axis), Along(upper, axis));
        var up = (InStep: lower.InPhase.Up, Off: lower.Quadrature.Up);
        var (peak, high, upright) = (Math.Abs(Size(level) + Noise(Size(level))), Math.Abs(Size(above) + Noise(Size(above))), Math.Abs(Size(up) + Noise(Size(up))));
        var isWeak = TwoCoils.IsWeak(peak, build);
        var isPegged = peak >= build.FullScaleTesla;
        var sigma = Math.Sqrt(Square(build.RelativeNoise * peak) + Square(build.FloorTesla));
        var steadiness = peak > 0 ? 1 / (1 + Square(6 * sigma / peak)) : 0;

        // Upright and level response in step with each other: to the right of the line of the current the field dips.
        var leans = ((up.InStep * level.InStep) + (up.Off * level.Off)) / Math.Max(Square(Size(level)), 1e-40);
        var side = isWeak || isPegged || Math.Abs(leans) < RightUnder ? YardSide.None : leans < 0 ? YardSide.Left : YardSide.Right;
        var line = isWeak || isPegged ? (Azimuth?)null : Way(lower, Noise(peak), Noise(peak));
        var distance = TwoCoils.Distance(peak, high, upright, build);
        var scale = build.FullScaleTesla;
        return new YardShown(
            Math.Min(peak, scale) * 1e9, Math.Min(upright, scale) * 1e9, side, distance > ask.HeightMetres ? distance - ask.HeightMetres : null,
            distance is { } away ? TwoCoils.Amperes(peak, away) * 1000 : null, hasReference && !isWeak && !isPegged ? level.InStep > 0 : null, line, steadiness, isPegged);
    }

    /// <summary>Square to the longer axis of the level field's ellipse, as a line without a head.</summary>
    private static Azimuth Way(FieldWithPhase field, double noiseEast, double noiseNorth)
    {
        var (e, n) = ((InStep: field.InPhase.East + noiseEast, Off: field.Quadrature.East), (InStep: field.InPhase.North + noiseNorth, Off: field.Quadrature.North));
        var turn = 0.5 * Math.Atan2(2 * ((e.InStep * n.InStep) + (e.Off * n.Off)), Square(Size(e)) - Square(Size(n)));
        var across = new SitePoint(Math.Cos(turn), Math.Sin(turn));
        return Azimuth.Of(across.Right.Azimuth.Degrees % 180);
    }

    private static (double InStep, double Off) Along(FieldWithPhase field, SitePoint axis) =>
        ((field.InPhase.East * axis.East) + (field.InPhase.North * axis.North), (field.Quadrature.East * axis.East) + (field.Quadrature.North * axis.North));

    private static double Size((double InStep, double Off) part) => Math.Sqrt(Square(part.InStep) + Square(part.Off));

    private static double Square(double x) => x * x;
}
