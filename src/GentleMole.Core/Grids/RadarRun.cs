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

    /// <summary>From the first point to the last, metres.</summary>
    public double LengthMetres => Points.Zip(Points.Skip(1), (a, b) => a.Place.DistanceTo(b.Place)).Sum();

    /// <summary>Lines that cross it and met nothing.</summary>
    public int Missed => Crossed - Points.Count;
}
