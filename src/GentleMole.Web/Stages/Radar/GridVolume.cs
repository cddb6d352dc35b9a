using GentleMole.Core.Grids;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>What all profiles of a job answer from below, or why there is nothing to cut.</summary>
/// <param name="Velocity">With which times became depths, metres per nanosecond.</param>
/// <param name="FloorMetres">Depth from which on there is nothing but noise, by most of the profiles that heard something deep; null where the windows end first.</param>
internal sealed record GridVolume(SliceVolume? Volume, string? Missing, double? FloorMetres, double Velocity)
{
    private const double MostDepth = 8;
    private const long MostSamples = 80_000_000;

    /// <param name="velocity">With which times become depths.</param>
    public static async Task<GridVolume> OfAsync(RadarDesk desk, JobSheet sheet, double velocity)
    {
        var laid = GridFinds.Laid(sheet);
        if (laid.Count == 0)
        {
            return new GridVolume(null, "No profile lies on the site yet: slices need lines.", null, velocity);
        }

        if (laid.Sum(p => (long)p.Profile!.Traces * p.Profile.SamplesEach) > MostSamples)
        {
            return new GridVolume(null, "These profiles are more than can be cut into slices at once. Take long ones off this job and look at them alone.", null, velocity);
        }

        var deepest = Math.Clamp(laid.Max(p => p.Profile!.SamplesEach * p.Profile.IntervalNanoseconds) * velocity / 2, 0.3, MostDepth);
        if (await desk.VolumeAsync([.. laid.Select(p => (p.Profile!, p.WheelFactor, p.PlaceAt(0)!.Value, Azimuth.Of(p.BearingDegrees!.Value).Direction))], velocity, deepest) is not { } volume)
        {
            return new GridVolume(null, "The traces of these profiles are gone. Bring them back from a backup.", null, velocity);
        }

        // A line over clean ground hears nothing deep for want of anything there: the ground is judged by the quarter of the lines that hear deepest.
        var floors = new List<double>();
        foreach (var profile in laid.Select(p => p.Profile!))
        {
            if (await desk.FactsAsync(profile) is { } facts)
            {
                floors.Add(facts.Floor.FromNanoseconds < (profile.SamplesEach * profile.IntervalNanoseconds) - 1e-9
                    ? Hyperbola.CoverOf(Math.Max(0, facts.Floor.FromNanoseconds - facts.Direct.TimeZeroNanoseconds), 0, velocity, profile.SeparationMetres ?? 0)
                    : double.PositiveInfinity);
            }
        }

        floors.Sort();
        double? floor = floors.Count > 0 && floors[floors.Count * 3 / 4] is var heard && heard < double.PositiveInfinity ? heard : null;
        return new GridVolume(volume, null, floor, velocity);
    }
}
