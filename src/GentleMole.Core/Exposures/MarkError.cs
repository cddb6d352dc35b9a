using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Exposures;

/// <summary>A mark beside the truth.</summary>
/// <param name="AlongMetres">How far along the marked line.</param>
/// <param name="Across">How far the line really lies to the right of its mark, looking along it; with the ± that was stated and the hole's own.</param>
/// <param name="Depth">How much deeper its centre really is than was stated, with the same; null where no depth was stated.</param>
/// <param name="Stretch">The stretch that the hole is on.</param>
public sealed record MarkError(double AlongMetres, Estimate Across, Estimate? Depth, Stretch Stretch)
{
    /// <summary>A hole so far beyond the end of a marked line, or so far beside it, is not on it.</summary>
    private const double BeyondMetres = 1;

    internal const double BesideMetres = 3;

    /// <summary>Farther to the side than this, and beyond its ±, it was another line that was marked.</summary>
    private const double WrongMetres = 0.6;

    /// <summary>True where the line lay within the ± that its mark stated.</summary>
    public bool IsPlaceInside => Math.Abs(Across.Value) <= Across.HalfWidth;

    /// <summary>The same of its depth; null where none was stated.</summary>
    public bool? IsDepthInside => Depth is { } depth ? Math.Abs(depth.Value) <= depth.HalfWidth : null;

    /// <summary>True where no ± explains it: the mark was over something else.</summary>
    public bool IsWrongLine => IsWrong(Across);

    /// <summary>The same of an error that was kept: how far the line lies beside its mark, with the ± that was stated.</summary>
    public static bool IsWrong(Estimate across) => Math.Abs(across.Value) > Math.Max(WrongMetres, across.HalfWidth);

    /// <summary>An error with the ± that would have been stated without making it wider: the mark's own, with the hole's.</summary>
    /// <param name="holeHalfMetres">Half of the hole's interval, which is in the stated one.</param>
    /// <param name="times">By which the mark's own was made wider.</param>
    public static Estimate AsMeasured(Estimate error, double holeHalfMetres, double times) =>
        Estimate.Symmetric(error.Value, Root(Math.Sqrt(Math.Max(0, (error.HalfWidth * error.HalfWidth) - (holeHalfMetres * holeHalfMetres))) / times, holeHalfMetres));

    /// <summary>Holds a mark against what was dug up; null where the line was not marked there.</summary>
    public static MarkError? Of(TracedLine line, Exposure exposure)
    {
        if (line.Run is not { } run || line.Stretches.Count == 0)
        {
            return null;
        }

        var (along, aside, _) = run.ProjectBeyond(exposure.Place);
        if (Math.Abs(aside) > BesideMetres || along < -BeyondMetres || along > run.Length + BeyondMetres)
        {
            return null;
        }

        var at = Math.Clamp(along, 0, run.Length);
        var stretch = line.Stretches.FirstOrDefault(s => at <= s.ToChainageMetres) ?? line.Stretches[^1];
        var part = stretch.LengthMetres > 0 ? Math.Clamp((at - stretch.FromChainageMetres) / stretch.LengthMetres, 0, 1) : 0;
        var stated = stretch.From.AcrossHalfWidthMetres + (part * (stretch.To.AcrossHalfWidthMetres - stretch.From.AcrossHalfWidthMetres));
        var truth = exposure.Centre;
        return new MarkError(
            at, Estimate.Symmetric(aside, Root(stated, Exposure.PlaceHalfMetres)),
            line.DepthAt(at) is { } depth ? Estimate.Symmetric(truth.Value - depth.Value, Root(HalfTowards(depth, truth.Value), truth.HalfWidth)) : null, stretch);
    }

    /// <summary>Of an interval that is not the same to both sides, the side on which the truth lies.</summary>
    private static double HalfTowards(Estimate stated, double truth) => truth >= stated.Value ? stated.High95 - stated.Value : stated.Value - stated.Low95;

    private static double Root(double a, double b) => Math.Sqrt((a * a) + (b * b));
}
