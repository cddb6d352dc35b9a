namespace GentleMole.Core.Follow;

/// <summary>How close dots stand, and from when something is said of a line.</summary>
public static class FollowRules
{
    /// <summary>Dots on a plain run, metres apart at most.</summary>
    public const double PlainMetres = 5;

    /// <summary>Where it bends.</summary>
    public const double BendMetres = 2;

    /// <summary>Near a branch.</summary>
    public const double TeeMetres = 2;

    /// <summary>Where somebody will dig.</summary>
    public const double DigMetres = 3;

    /// <summary>A branch or a bend counts so far to both sides.</summary>
    public const double NearMetres = 3;

    /// <summary>A turn of at least so many degrees between two legs is a sharp corner.</summary>
    public const double CornerDegrees = 20;

    /// <summary>Dots nearer to a corner than so many depths do not count for its legs: there the peak is pulled inwards.</summary>
    public const double CornerDepths = 1.5;

    /// <summary>Taken for the depth where none was measured, metres.</summary>
    public const double UsualDepthMetres = 0.9;

    /// <summary>Dots closer to each other along the line are read at one place.</summary>
    public const double OnePlaceMetres = 0.6;

    /// <summary>A dot that stands so many standard deviations off the line through the others is left out.</summary>
    public const double OutlierSigmas = 3.6;

    /// <summary>And at least so far off, metres.</summary>
    public const double OutlierMetres = 0.15;

    /// <summary>A line is fitted to no fewer dots than these, however many stand off.</summary>
    public const int FewestKept = 4;

    /// <summary>Steeper than this it dives or rises: metres a metre.</summary>
    public const double SteepSlope = 0.1;
}
