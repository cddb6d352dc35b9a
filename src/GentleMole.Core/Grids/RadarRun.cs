using GentleMole.Core.Candidates;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>Responses on neighbouring lines that are of one long body: a pipe, a cable, a duct.</summary>
/// <param name="Points">From the first line that met it to the last.</param>
/// <param name="CoverUncertaintyMetres">Half the width of the 95 % interval of its cover, at its middle.</param>
/// <param name="LateralUncertaintyMetres">The same of its place, square to it.</param>
/// <param name="IsNormal">The first lobe has the sign of the direct wave, by most of its responses.</param>
/// <param name="Probability">That there is such a body.</param>
/// <param name="Crossed">Lines that cross it squarely enough to see it, met or not.</param>
public sealed record RadarRun(IReadOnlyList<RunPoint> Points, double CoverUncertaintyMetres, double LateralUncertaintyMetres, bool IsNormal, double Probability, int Crossed)
{
    /// <summary>From here on it is told.</summary>
    public const double ClaimFrom = 0.5;

    /// <summary>The same as a line that a sweep may have found, to be held against lines that are known.</summary>
    public CandidateLine AsLine() => new([.. Points.Select(p => p.Place)], [], Probability, LateralUncertaintyMetres, [], null, Crossed);

    /// <summary>From the first point to the last, metres.</summary>
    public double LengthMetres => Points.Zip(Points.Skip(1), (a, b) => a.Place.DistanceTo(b.Place)).Sum();

    /// <summary>Lines that cross it and met nothing.</summary>
    public int Missed => Crossed - Points.Count;

    /// <summary>Velocity of the ground over it by its own responses, the angle allowed for, metres per nanosecond.</summary>
    public double VelocityMetresPerNanosecond { get; init; }

    /// <summary>A velocity that somebody measured on the site contradicts its own curves, and was left out.</summary>
    public bool IsTorn { get; init; }

    /// <summary>
    /// The same with its covers by its own curves and by a velocity that is known from elsewhere on the site, each by its weight (inverse
    /// variances, as <see cref="GridRuns.At"/> tells). Unchanged, and said to be torn, where the two contradict each other: then it is another ground, or a curve
    /// was read wrong, and no middle of them is true.
    /// </summary>
    /// <param name="site">Velocity that somebody measured, metres per nanosecond.</param>
    public RadarRun At(Estimate site)
    {
        var cover = Points[Points.Count / 2].CoverMetres;
        if (VelocityMetresPerNanosecond <= 0 || cover <= 0)
        {
            return this;
        }

        var (factor, half) = (site.Value / VelocityMetresPerNanosecond, cover * Math.Sqrt(Math.Pow(site.HalfWidth / site.Value, 2) + (GroundVaries * GroundVaries)));
        var (ours, theirs) = (1 / (CoverUncertaintyMetres * CoverUncertaintyMetres), 1 / (half * half));
        if (Math.Abs(factor - 1) * cover > Math.Sqrt((half * half) + (CoverUncertaintyMetres * CoverUncertaintyMetres)))
        {
            return this with { IsTorn = true };
        }

        var times = 1 + ((factor - 1) * theirs / (ours + theirs));
        return this with { Points = [.. Points.Select(p => p with { CoverMetres = p.CoverMetres * times })], CoverUncertaintyMetres = 1 / Math.Sqrt(ours + theirs), VelocityMetresPerNanosecond = VelocityMetresPerNanosecond * times };
    }

    /// <summary>95 % of places on a site that looks alike have a velocity so near to that measured at one of them, as a part.</summary>
    private const double GroundVaries = 0.04;

    /// <summary>How far apart in depth another run lies that goes right over or under this one, metres on average; null for one that does not.</summary>
    public double? OverOrUnder(RadarRun other)
    {
        var way = new Run([.. other.Points.Select(p => p.Place)]);
        var near = Points.Where(p => Math.Abs(way.Project(p.Place).OffsetMetres) < OverMetres).ToList();
        return near.Count < FewestOver ? null : near.Average(p => Math.Abs(p.CoverMetres - other.Points.MinBy(o => o.Place.DistanceTo(p.Place))!.CoverMetres));
    }

    private const double OverMetres = 0.2;
    private const int FewestOver = 3;
}
