namespace GentleMole.Core.Radar;

/// <summary>What a profile whose sample interval has no unit says of it: by its direct wave, whose pulse must be one that antennas for the ground send.</summary>
/// <param name="Counted">Interval as the file counts it.</param>
/// <param name="IsNanoseconds">Nanoseconds are likelier than picoseconds.</param>
/// <param name="IsSure">Only one of both gives a pulse and a window as they are.</param>
/// <param name="PicosecondHertz">Middle frequency of the direct wave if it is picoseconds.</param>
/// <param name="NanosecondHertz">The same if it is nanoseconds.</param>
public sealed record IntervalGuess(double Counted, bool IsNanoseconds, bool IsSure, double PicosecondHertz, double NanosecondHertz)
{
    private static readonly Bounds Antennas = new(1.2e7, 5e9);
    private static readonly Bounds Windows = new(3, 3000);

    /// <summary>Guesses.</summary>
    /// <param name="profile">Read as if it counted picoseconds.</param>
    public static IntervalGuess Of(RadarProfile profile)
    {
        // The pulse has as many samples either way; what it means in hertz is held against antennas and windows as there are.
        var counted = profile.IntervalNanoseconds * 1000;
        var (pico, nano) = (profile with { CentreHertz = null }, profile with { CentreHertz = null, IntervalNanoseconds = counted });
        var (one, other) = (DirectWave.PulseHertz(pico), DirectWave.PulseHertz(nano));
        bool Fits(double? hertz, RadarProfile of) => hertz is { } h && Antennas.Hold(h) && Windows.Hold(of.WindowNanoseconds);
        var (isPico, isNano) = (Fits(one, pico), Fits(other, nano) && RadarRules.Interval.Hold(counted * 1000));
        return new IntervalGuess(counted, isNano && !isPico, isPico != isNano, one ?? 0, other ?? 0);
    }
}
