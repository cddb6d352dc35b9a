using GentleMole.Core.Site;

namespace GentleMole.Core.Wires;

/// <summary>
/// The strong round response of a valve's coil, by where it has fallen to half to four sides. A coil's response is as wide as it is long; a line's is long
/// one way. The valve lies in its middle.
/// </summary>
/// <param name="Middle">Of the four sides.</param>
/// <param name="AcrossMetres">West to east, at half strength.</param>
/// <param name="AlongMetres">South to north.</param>
/// <param name="IsRound">As wide as it is long, within a half: a coil.</param>
/// <param name="HalfWidthMetres">± of the middle, 95 %.</param>
public sealed record CoilSpread(SitePoint Middle, double AcrossMetres, double AlongMetres, bool IsRound, double HalfWidthMetres)
{
    /// <summary>Longer one way than the other by more than this it is no coil alone.</summary>
    private const double MostOblong = 1.5;

    /// <summary>How exactly half is found, as a part of the distance; standard deviation.</summary>
    private const double HalfPart = 0.12;

    private static readonly string[] Sides = ["halfNorth", "halfEast", "halfSouth", "halfWest"];

    /// <summary>The spread of a response.</summary>
    /// <param name="peak">Where it is strongest.</param>
    /// <param name="north">Metres from there to where it has fallen to half; so for the other sides.</param>
    public static Result<CoilSpread> Of(SitePoint peak, double north, double east, double south, double west)
    {
        double[] sides = [north, east, south, west];
        if (Array.FindIndex(sides, s => !(s is > 0.02 and < 10)) is >= 0 and var wrong)
        {
            return new FieldError(Sides[wrong], "Give how far the response has fallen to half on this side: more than 0.02 m, less than 10 m.");
        }

        var (across, along) = (east + west, north + south);
        return new CoilSpread(
            peak + new SitePoint((east - west) / 2, (north - south) / 2), across, along, Math.Max(across, along) <= MostOblong * Math.Min(across, along),
            1.96 * HalfPart * Math.Sqrt(Math.Max((east * east) + (west * west), (north * north) + (south * south))) / 2);
    }
}
