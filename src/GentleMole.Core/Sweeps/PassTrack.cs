using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>A pass as the track of a device shows it: how much of it was walked, and what was heard.</summary>
/// <param name="WalkedShare">Part of its length that was walked along it.</param>
/// <param name="Strip">Levels along it, metres from its start.</param>
/// <param name="Peaks">Responses on the strip.</param>
public sealed record PassTrack(double WalkedShare, IReadOnlyList<(double AlongMetres, double Level)> Strip, IReadOnlyList<PassPeak> Peaks)
{
    /// <summary>The word by which an instrument says that a reading belongs to a pass and to no line; the mode may follow it: "pass power".</summary>
    public const string Word = "pass";

    /// <summary>From so much on a pass was walked.</summary>
    private const double LeastShare = 0.9;

    /// <summary>Farther beside it nobody walks it, metres.</summary>
    private const double AsideMetres = 0.6;

    /// <summary>It may be begun a little early and ended a little late, metres.</summary>
    private const double OverMetres = 0.3;

    /// <summary>A longer gap between two samples was not walked, or not listened to, metres.</summary>
    private const double GapMetres = 1;

    /// <summary>Who walks across it does not walk it: cosine of the angle between the two ways.</summary>
    private const double AlongIt = 0.9;

    private const double SamePlaceMetres = 0.02;

    /// <summary>True when it was walked.</summary>
    public bool IsWalked => WalkedShare >= LeastShare;

    /// <summary>True for a reading that belongs to a pass.</summary>
    public static bool IsNamed(string utility) =>
        utility.Trim().Split(' ', StringSplitOptions.RemoveEmptyEntries) is [var first, ..] words && words.Length <= 2 && string.Equals(first, Word, StringComparison.OrdinalIgnoreCase)
        && (words.Length == 1 || ModeOf(utility) is not null);

    /// <summary>The mode that such a reading names; null where it names none.</summary>
    public static SweepMode? ModeOf(string utility) =>
        utility.Trim().Split(' ', StringSplitOptions.RemoveEmptyEntries) is [_, var mode] && !int.TryParse(mode, out _) && Enum.TryParse<SweepMode>(mode, true, out var named) && Enum.IsDefined(named) ? named : null;

    /// <summary>The word for a mode.</summary>
    public static string WordFor(SweepMode mode) => $"{Word} {mode.ToString().ToLowerInvariant()}";

    /// <summary>What samples say of a pass.</summary>
    /// <param name="samples">Place and level, in the order taken; those of other passes may be among them.</param>
    /// <param name="threshold">The least level that counts.</param>
    public static PassTrack Of(SweepPass pass, IReadOnlyList<(SitePoint Place, double Level)> samples, double threshold)
    {
        var (way, length) = ((pass.To - pass.From).Unit(), pass.LengthMetres);
        var on = new List<(double Along, double Level)>();
        for (var i = 0; i < samples.Count; i++)
        {
            var from = samples[i].Place - pass.From;
            var along = from.Dot(way);
            if (along < -OverMetres || along > length + OverMetres || Math.Abs(from.Dot(way.Right)) > AsideMetres)
            {
                continue;
            }

            // Which way one walks there, from the samples before and after.
            var heading = (samples[Math.Min(i + 1, samples.Count - 1)].Place - samples[Math.Max(0, i - 1)].Place).Unit();
            if (Math.Abs(heading.Dot(way)) >= AlongIt)
            {
                on.Add((Math.Clamp(along, 0, length), samples[i].Level));
            }
        }

        var strip = on.GroupBy(s => Math.Round(s.Along / SamePlaceMetres)).OrderBy(g => g.Key).Select(g => (AlongMetres: g.Average(s => s.Along), Level: g.Average(s => s.Level))).ToList();
        var walked = 0.0;
        for (var i = 1; i < strip.Count; i++)
        {
            walked += strip[i].AlongMetres - strip[i - 1].AlongMetres is var step && step <= GapMetres ? step : 0;
        }

        return new PassTrack(length > 0 ? walked / length : 0, strip, PassPeaks.Of(strip, threshold));
    }
}
