using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>How likely the signs of a dot are in a given field. Each is held against what the receiver would show; what two have in common counts once.</summary>
internal static class DotLikelihood
{
    /// <summary>Of a level, as a part of it.</summary>
    public const double LevelSigma = 0.05;

    /// <summary>Of a current where no level is given, as a part of it.</summary>
    public const double CurrentSigma = 0.08;

    /// <summary>Of the direction of a line, degrees.</summary>
    public const double DirectionSigma = 4;

    /// <summary>Less of the response in step than this and the receiver cannot tell the way.</summary>
    public const double UnclearCosine = 0.35;

    private const double PlaceMetres = 0.015;
    private const double PlacePart = 0.01;
    private const double HandMetres = 0.02;
    private const double NullMetres = 0.01;
    private const double NullPart = 0.005;
    private const double NullFurther = 0.15;
    private const double CoilPart = 0.014;
    private const double DepthMetres = 0.015;
    private const double DepthPart = 0.03;
    private const double SidewaysFloor = 0.02;
    private const double SidewaysPart = 0.15;
    private const double RowPart = 0.06;
    private const double RowFloor = 0.03;

    /// <summary>Readings of a row share much of what may be wrong: together they count as this part of as many.</summary>
    private const double RowShare = 0.35;

    /// <summary>A row is worth so many single signs.</summary>
    private const int RowSigns = 8;

    private const double WayRight = 0.94;
    private const double WayWrong = 0.04;
    private static readonly double LogWayRight = Math.Log(WayRight);
    private const double WayUnclear = 0.15;
    private const double UnclearRight = 0.7;

    /// <summary>Standard deviation of a crest found by hand, metres, over a line at that distance.</summary>
    public static double CrestSigma(double distance) => Math.Sqrt(Square(PlaceMetres + (PlacePart * distance)) + Square(HandMetres));

    /// <summary>Of how far a null lies from its peak.</summary>
    public static double NullSigma(double distance, double apart) =>
        Math.Sqrt(Square(NullMetres + (NullPart * distance)) + Square(PlaceMetres + (PlacePart * distance)) + Square(HandMetres) + Square(NullFurther * apart));

    /// <summary>Of a distance by the gradient of two coils.</summary>
    public static double DistanceSigma(double distance, ReceiverBuild receiver) =>
        Math.Sqrt(Square(CoilSigma(distance, receiver)) + Square(DepthMetres) + Square(DepthPart * distance));

    /// <summary>Of a lift ratio.</summary>
    public static double LiftSigma(double distance, ReceiverBuild receiver) =>
        Math.Sqrt(Square(CoilSigma(distance, receiver)) + Square(CoilSigma(distance + ObservedDot.LiftMetres, receiver))) / ObservedDot.LiftMetres;

    /// <summary>Of a sideways response.</summary>
    public static double SidewaysSigma(double expected) => Math.Sqrt(Square(SidewaysFloor) + Square(SidewaysPart * expected));

    /// <summary>Logarithm of the likelihood of everything that was read at a dot.</summary>
    /// <param name="field">Per ampere sent.</param>
    public static double Log(DotPlaces places, ReadOnlySpan<double> field, double amperes, ReceiverBuild receiver)
    {
        var ((signs, way, _), row) = (Signs(places, field, amperes, receiver), Row(places, field, amperes, receiver));
        return signs.Log + way + (RowShare * row.Log);
    }

    /// <summary>How much likelier everything would be if it agreed, and how many signs there are.</summary>
    public static (double Surprise, int Signs) Told(DotPlaces places, ReadOnlySpan<double> field, double amperes, ReceiverBuild receiver)
    {
        var ((signs, way, bestWay), row) = (Signs(places, field, amperes, receiver), Row(places, field, amperes, receiver));
        return (signs.Best + bestWay - signs.Log - way + (RowShare * (row.Best - row.Log)), signs.Signs + (bestWay < 0 ? 1 : 0) + (row.Signs > 0 ? RowSigns : 0));
    }

    /// <summary>All signs but the row, and apart from them the way, which is right or wrong.</summary>
    private static (SignSum Signs, double Way, double BestWay) Signs(DotPlaces places, ReadOnlySpan<double> field, double amperes, ReceiverBuild receiver)
    {
        var seen = places.Observed;
        var expected = ExpectedSigns.Of(places, field, amperes, receiver);
        var distance = seen.Depth is { Metres: > 0 and var depth } ? depth + receiver.LowerCoilMetres : expected.DistanceMetres ?? 1;
        var (signs, log, best) = (new SignSum(), 0.0, 0.0);
        signs.Add(Held(expected.CrestMetres), CrestSigma(distance));
        if (seen.NullOffsetMetres is { } silent)
        {
            var apart = silent - seen.PeakOffsetMetres;
            signs.Add(Held(expected.NullMetres - (double.IsNaN(expected.CrestMetres) ? 0 : expected.CrestMetres) - apart), NullSigma(distance, apart));
        }

        if (seen.PeakNanotesla is > 0 and var level)
        {
            var (off, sigma) = Level(level * 1e-9, expected.LevelTesla, LevelSigma, receiver);
            signs.Add(off, sigma);
        }
        else if (seen.CurrentMilliamps is > 0 and var shown)
        {
            var (off, sigma) = Current(shown / 1000, seen, expected, receiver);
            signs.Add(off, sigma);
        }

        if (seen.Depth is { } read)
        {
            if (expected.DistanceMetres is { } d)
            {
                signs.Add(Math.Clamp(d - receiver.LowerCoilMetres - read.Metres, -5, 5), DistanceSigma(d, receiver));
            }
            else
            {
                signs.Add(5, DistanceSigma(distance, receiver));
            }
        }

        if (seen.Direction is { } direction)
        {
            signs.Add(Axial(direction.Degrees - seen.Walking.Degrees - expected.DirectionDegrees), DirectionSigma);
        }

        if (seen.Way is { } way)
        {
            (log, best) = (Math.Log(WayChance(way, expected.WayCosine)), LogWayRight);
        }

        if (seen.SidewaysFraction is { } sideways)
        {
            signs.Add(sideways - Math.Min(expected.Sideways, 10), SidewaysSigma(Math.Min(expected.Sideways, 10)));
        }

        if (seen.LiftRatio is { } lift)
        {
            if (expected.LiftRatio is { } rise)
            {
                signs.Add(Math.Clamp(rise, -5, 5) - lift, LiftSigma(expected.DistanceMetres ?? distance, receiver));
            }
            else
            {
                signs.Add(5, LiftSigma(distance, receiver));
            }
        }

        return (signs, log, best);
    }

    /// <summary>How likely a way is read where the part in step is so large.</summary>
    public static double WayChance(CurrentWay read, double cosine)
    {
        var isClear = Math.Abs(cosine) >= UnclearCosine;
        return read == CurrentWay.None
            ? isClear ? WayWrong : UnclearRight
            : !isClear ? WayUnclear : read == CurrentWay.With == cosine > 0 ? WayRight : WayWrong;
    }

    /// <summary>An angle between lines, which have no head: −90 to 90.</summary>
    public static double Axial(double degrees) => degrees - (180 * Math.Round(degrees / 180));

    private static (double Off, double Sigma) Level(double seen, double expected, double part, ReceiverBuild receiver)
    {
        var floor = receiver.FloorTesla;
        return (Math.Log((seen + floor) / (expected + floor)), Math.Sqrt(Square(part) + Square(floor / (expected + floor))));
    }

    /// <summary>A current is a level times a distance: with the distance that was shown taken out, only the level is left to judge.</summary>
    private static (double Off, double Sigma) Current(double seen, ObservedDot dot, ExpectedSigns expected, ReceiverBuild receiver)
    {
        var distance = dot.Depth is { Metres: > 0 and var depth } ? depth + receiver.LowerCoilMetres : expected.DistanceMetres ?? 1;
        var loose = dot.Depth is null ? CoilSigma(distance, receiver) / distance : 0;
        return Level(seen * Physics.Mu0 / (2 * Math.PI * distance), expected.LevelTesla, Math.Sqrt(Square(CurrentSigma) + Square(loose)), receiver);
    }

    private static SignSum Row(DotPlaces places, ReadOnlySpan<double> field, double amperes, ReceiverBuild receiver)
    {
        var (readings, row) = (places.Observed.Readings, new SignSum());
        if (readings.Count == 0)
        {
            return row;
        }

        // Everything in parts of the highest.
        var crest = Math.Max(readings.Max(r => r.Peak) * 1e-9, 1e-15);
        amperes *= places.Observed.IsRowRelative ? Scale(places, field, amperes) : 1;
        for (var i = 0; i < readings.Count; i++)
        {
            One(readings[i].Peak * 1e-9, ExpectedSigns.Across(field, places.Row + i) * amperes);
            if (readings[i].Null is { } silent)
            {
                One(silent * 1e-9, ExpectedSigns.Vertical(field, places.Row + i) * amperes);
            }
        }

        return row;

        void One(double seen, double expected)
        {
            var sigma = Math.Sqrt(Square(RowPart * expected) + Square(RowFloor * crest) + Square(receiver.FloorTesla));
            row.Add((seen - expected) / crest, sigma / crest);
        }
    }

    /// <summary>By what a field has to be multiplied to come nearest to a row, least squares on the responses across.</summary>
    private static double Scale(DotPlaces places, ReadOnlySpan<double> field, double amperes)
    {
        var (both, square) = (0.0, 1e-60);
        for (var i = 0; i < places.Observed.Readings.Count; i++)
        {
            var expected = ExpectedSigns.Across(field, places.Row + i) * amperes;
            (both, square) = (both + (expected * places.Observed.Readings[i].Peak * 1e-9), square + (expected * expected));
        }

        return both / square;
    }

    private static double CoilSigma(double distance, ReceiverBuild receiver) =>
        distance * (distance + receiver.SeparationMetres) / receiver.SeparationMetres * CoilPart;

    private static double Held(double off) => double.IsNaN(off) ? 2 * ExpectedSigns.FarMetres : off;

    private static double Square(double x) => x * x;
}
