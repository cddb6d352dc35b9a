using GentleMole.Core.Site;

namespace GentleMole.Core.Bodies;

/// <summary>An outline with four square corners, seen from above.</summary>
/// <param name="Bearing">Of its length, radians clockwise from north.</param>
public readonly record struct BodyBox(SitePoint Middle, double Bearing, double LengthMetres, double WidthMetres)
{
    /// <summary>Direction of its length.</summary>
    public SitePoint Along => new(Math.Sin(Bearing), Math.Cos(Bearing));

    /// <summary>Its corners in turn.</summary>
    public IReadOnlyList<SitePoint> Corners
    {
        get
        {
            var (along, across) = (Along * (LengthMetres / 2), Along.Right * (WidthMetres / 2));
            return [Middle + along + across, Middle + along - across, Middle - along - across, Middle - along + across];
        }
    }

    /// <summary>True for a place in it.</summary>
    public bool Holds(SitePoint place)
    {
        var to = place - Middle;
        return Math.Abs(to.Dot(Along)) <= LengthMetres / 2 && Math.Abs(to.Dot(Along.Right)) <= WidthMetres / 2;
    }

    /// <summary>How far outside of it a place lies, metres; 0 inside.</summary>
    public double AwayFrom(SitePoint place)
    {
        var to = place - Middle;
        var (a, b) = (Math.Max(0, Math.Abs(to.Dot(Along)) - (LengthMetres / 2)), Math.Max(0, Math.Abs(to.Dot(Along.Right)) - (WidthMetres / 2)));
        return Math.Sqrt((a * a) + (b * b));
    }

    /// <summary>Where a line enters and leaves it, metres along the line; null where it passes by.</summary>
    public (double From, double To)? Chord(SitePoint start, SitePoint way) => Crossed(start, way) is var (from, to, _, _) ? (from, to) : null;

    /// <summary>The same, with the sines of the angles at which the line meets the sides there: what is met flatly is known badly along the line.</summary>
    internal (double From, double To, double FromSine, double ToSine)? Crossed(SitePoint start, SitePoint way)
    {
        var to = start - Middle;
        var (low, high, lowSine, highSine) = (double.NegativeInfinity, double.PositiveInfinity, 1.0, 1.0);
        for (var i = 0; i < 2; i++)
        {
            var (side, half) = i == 0 ? (Along, LengthMetres / 2) : (Along.Right, WidthMetres / 2);
            var (at, step) = (to.Dot(side), way.Dot(side));
            if (Math.Abs(step) < 1e-12)
            {
                if (Math.Abs(at) > half)
                {
                    return null;
                }

                continue;
            }

            var (one, two) = ((-half - at) / step, (half - at) / step);
            (one, two) = (Math.Min(one, two), Math.Max(one, two));
            (low, lowSine) = one > low ? (one, Math.Abs(step)) : (low, lowSine);
            (high, highSine) = two < high ? (two, Math.Abs(step)) : (high, highSine);
        }

        return low < high ? (low, high, lowSine, highSine) : null;
    }
}
