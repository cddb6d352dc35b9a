using System.Globalization;
using GentleMole.Core.Sweeps;

namespace GentleMole.Web.Live;

/// <summary>What is new on a strip, as a browser is told: its samples from one on, and all that was crossed.</summary>
/// <param name="Strip">Number of the strip.</param>
/// <param name="From">Place of the first sample told; what the browser has from there on is replaced.</param>
/// <param name="Points">East, north, way walked, level of each; metres and the device's unit.</param>
/// <param name="Legs">Places at which a leg begins.</param>
internal sealed record StripNews(int Strip, string Who, string Mode, int From, IReadOnlyList<double[]> Points, IReadOnlyList<int> Legs, IReadOnlyList<CrossingNews> Crossings)
{
    /// <summary>Samples that a browser draws.</summary>
    private const int MostDrawn = 1500;

    private const int MostCrossings = 60;

    /// <param name="from">First sample that the browser does not have as it is; 0 for all.</param>
    public static StripNews Of(LiveStrip live, int from)
    {
        var strip = live.Strip;
        var first = Math.Max(from, strip.Samples.Count - MostDrawn);
        return new StripNews(
            live.Number, live.Who, (PassTrack.ModeOf(live.Word)?.ToString() ?? "").ToLowerInvariant(), first,
            [.. Enumerable.Range(first, strip.Samples.Count - first).Select(i => (double[])[Math.Round(strip.Samples[i].Place.East, 3), Math.Round(strip.Samples[i].Place.North, 3), Math.Round(strip.AlongMetres[i], 3), Short(strip.Samples[i].Level)])],
            [.. strip.Legs.Where(l => l > 0)],
            [.. strip.Crossings.TakeLast(MostCrossings).Select(c => CrossingNews.Of(live, c))]);
    }

    /// <summary>Five digits are more than a level has.</summary>
    internal static double Short(double level) => double.Parse(level.ToString("G5", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture);
}
