using GentleMole.Core.Site;

namespace GentleMole.Core.Together;

/// <summary>A run of radar responses that somebody said is a certain line: what it tells of that line.</summary>
/// <param name="Id">By which whoever asks knows it.</param>
/// <param name="Way">Over its middle.</param>
/// <param name="CoversMetres">From the surface to its top, point by point of the way.</param>
/// <param name="CoverHalfMetres">Half the width of the 95 % interval of those; common to all, for it comes of the velocity.</param>
/// <param name="LateralHalfMetres">The same of its place, square to it.</param>
/// <param name="Probability">That it is a long body at all.</param>
/// <param name="Answer">What was said of it, where it and the receiver do not agree.</param>
/// <param name="AnsweredApartMetres">How far apart the two lay when that was said.</param>
public sealed record RadarWitness(int Id, Run Way, IReadOnlyList<double> CoversMetres, double CoverHalfMetres, double LateralHalfMetres, double Probability, WitnessAnswer Answer = WitnessAnswer.Open, double AnsweredApartMetres = 0)
{
    /// <summary>Below this chance it confirms nothing and marks nothing as sound.</summary>
    public const double SureFrom = 0.8;

    /// <summary>True where what it says counts.</summary>
    public bool IsSure => Probability >= SureFrom;

    /// <summary>Cover so far along it, straight between its points, metres.</summary>
    public double CoverAt(double chainageMetres) => Way.ValueAt(CoversMetres, chainageMetres);

    /// <summary>Its cover beside a place as it was written down, where it is read otherwise now by more than the eye of the reader; null where it is the same.</summary>
    /// <param name="coverMetres">As it is read now, from the surface to its top.</param>
    public double? WrittenOtherwise(SitePoint place, double coverMetres)
    {
        var was = CoverAt(Way.Project(place).ChainageMetres);
        return Math.Abs(was - coverMetres) > Math.Max(SameMetres, SamePart * was) ? was : null;
    }

    private const double SameMetres = 0.02;
    private const double SamePart = 0.02;
}
