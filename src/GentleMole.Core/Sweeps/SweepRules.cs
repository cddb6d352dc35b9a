using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>What can be swept: one rule for every way in.</summary>
public static class SweepRules
{
    /// <summary>Corners of an area at most.</summary>
    public const int MostCorners = DigArea.MostCorners;

    /// <summary>Area at most, of its bounding box, square metres.</summary>
    public const double MostArea = 200_000;

    /// <summary>Radius of a circle or half the side of a box, metres.</summary>
    public static readonly Bounds Radius = new(1, 100);

    /// <summary>Part of a circle, degrees.</summary>
    public static readonly Bounds Degrees = new(20, 360);

    /// <summary>Between passes, metres.</summary>
    public static readonly Bounds Spacing = new(0.3, 50);

    /// <summary>Depths that are sought, metres.</summary>
    public static readonly Bounds Depth = new(0.05, 10);

    /// <summary>What a line carries that is sought, mA.</summary>
    public static readonly Bounds Milliamps = new(0.01, 10_000);

    /// <summary>The least peak that a receiver shows, nT.</summary>
    public static readonly Bounds Threshold = new(0.001, 1000);

    /// <summary>Length of a line that is sought, metres.</summary>
    public static readonly Bounds Length = new(1, 500);

    /// <summary>Wrong entries by their fields; empty when it can be laid.</summary>
    public static List<FieldError> Check(SweepOrder order)
    {
        var errors = new List<FieldError>();
        if (order.IsRound)
        {
            Radius.Refuse(errors, order.RadiusMetres, "radius", "the radius in metres");
            if (!SiteRules.IsPlace(order.Centre))
            {
                errors.Add(new FieldError("centre", "Say round which place: click the plan or type east and north."));
            }

            if (order.Kind == SweepKind.Circle)
            {
                Degrees.Refuse(errors, order.Degrees, "degrees", "how far round, in degrees");
            }

            return errors;
        }

        Spacing.Refuse(errors, order.SpacingMetres, "spacing", "the distance between passes in metres");
        if (order.Area.Count is < 3 or > MostCorners || !order.Area.All(SiteRules.IsPlace))
        {
            errors.Add(new FieldError("area", $"An area needs 3 to {MostCorners} corners: click them on the plan."));
        }
        else if ((order.Area.Max(p => p.East) - order.Area.Min(p => p.East)) * (order.Area.Max(p => p.North) - order.Area.Min(p => p.North)) is var box && box is > MostArea or < 1)
        {
            errors.Add(new FieldError("area", box < 1 ? "These corners enclose next to nothing." : FormattableString.Invariant($"It spans {box:0} m²; {MostArea:0} m² is the most. Sweep it in parts.")));
        }

        else if (!SiteRules.IsArea(order.Area))
        {
            errors.Add(new FieldError("area", "The outline crosses itself or has no width. Give the corners in order, round the edge."));
        }

        return errors;
    }
}
