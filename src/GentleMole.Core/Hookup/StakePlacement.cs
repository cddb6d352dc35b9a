using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>Where the stake should stand: square to the line, away from it, not across or beside another.</summary>
public static class StakePlacement
{
    /// <summary>More than this off a right angle is worth moving the stake for.</summary>
    public const double SquareWithinDegrees = 25;

    /// <summary>Nearer than this to the target the soil current runs back along it.</summary>
    public const double LeastMetresFromLine = 5;

    /// <summary>Nearer than this to another line the stake drives current into it.</summary>
    public const double LeastMetresFromOther = 2;

    /// <summary>Findings, worst first; empty when the place is good.</summary>
    /// <param name="connection">Where the line is connected.</param>
    /// <param name="stake">Where the stake stands.</param>
    /// <param name="target">The line hooked up to, where its run is known or expected.</param>
    /// <param name="others">Other known or expected lines.</param>
    public static IReadOnlyList<StakeFinding> Judge(
        SitePoint connection, SitePoint stake, Run? target, IReadOnlyList<KnownLine> others)
    {
        var findings = new List<StakeFinding>();
        if (connection.DistanceTo(stake) < 0.01)
        {
            return [new StakeFinding(StakeFault.TooNear, 0, null)];
        }

        var lead = new Run([connection, stake]);
        foreach (var other in others)
        {
            // Touching at the connection itself is the target's own box, not a crossing.
            if (lead.CrossingsWith(other.Run).Any(c => c.ChainageMetres > 0.5))
            {
                findings.Add(new StakeFinding(StakeFault.AcrossAnotherLine, 0, other.Name));
            }
            else if (Math.Abs(other.Run.Project(stake).OffsetMetres) < LeastMetresFromOther)
            {
                findings.Add(new StakeFinding(StakeFault.BesideAnotherLine, Math.Abs(other.Run.Project(stake).OffsetMetres), other.Name));
            }
        }

        // The line is at the connection too, wherever the part of it that is known begins.
        var away = Math.Min(connection.DistanceTo(stake), target is null ? double.PositiveInfinity : Math.Abs(target.Project(stake).OffsetMetres));
        if (away < LeastMetresFromLine)
        {
            findings.Add(new StakeFinding(StakeFault.TooNear, away, null));
        }

        if (target is not null)
        {
            var off = DegreesOffSquare(connection, stake, target);
            if (off > SquareWithinDegrees)
            {
                findings.Add(new StakeFinding(StakeFault.NotSquare, off, null));
            }
        }

        return findings;
    }

    /// <summary>How far the lead is from a right angle to the line at the connection, 0 (square) to 90 (along it).</summary>
    public static double DegreesOffSquare(SitePoint connection, SitePoint stake, Run target)
    {
        var ahead = target.DirectionAt(target.Project(connection).ChainageMetres);
        var along = Math.Abs((stake - connection).Unit().Dot(ahead));
        return Math.Asin(Math.Min(1, along)) * 180 / Math.PI;
    }
}
