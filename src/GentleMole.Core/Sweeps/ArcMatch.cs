using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>A bearing that was found, or expected and not found.</summary>
public sealed record ArcMatch(Azimuth? Found, ArcResponse? Expected)
{
    /// <summary>An expected response weaker than this part of the strongest may well be missed.</summary>
    private const double EasilyMissed = 0.1;

    /// <summary>Worth a sentence: heard and not expected, or expected well enough and not heard. The lead and the stake are known.</summary>
    public bool IsOff => Expected is null || (Found is null && Expected.Part >= EasilyMissed && !Expected.OfStake);
}
