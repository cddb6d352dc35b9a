namespace GentleMole.Core.Fault;

/// <summary>Where the frame goes next.</summary>
/// <param name="Step">What to do.</param>
/// <param name="AlongMetres">Where; null where it is no place along the cable.</param>
/// <param name="From">Reading before which the reversal lies.</param>
/// <param name="To">Reading behind which it lies.</param>
public sealed record FrameNext(FrameStep Step, double? AlongMetres, double? From = null, double? To = null)
{
    /// <summary>Two readings this near with the sign turned between them: the rest is done across.</summary>
    private const double NearEnough = 0.4;
    private const double FirstStep = 2;
    private const double LongestStep = 20;

    /// <summary>What is next after the readings taken so far.</summary>
    /// <param name="readings">In any order.</param>
    /// <param name="reference">Level beside the stake; null before it was read.</param>
    /// <param name="settled">Reversals that were pinned across the cable already, metres along.</param>
    /// <param name="endMetres">Far end of the cable along, where it is known.</param>
    public static FrameNext Of(IReadOnlyList<FrameReading> readings, double? reference, IReadOnlyList<double> settled, double? endMetres)
    {
        if (reference is not { } beside)
        {
            return new FrameNext(FrameStep.Reference, null);
        }

        if (readings.Count == 0)
        {
            return new FrameNext(FrameStep.Begin, FirstStep);
        }

        var ordered = readings.OrderBy(r => r.AlongMetres).ToList();
        var silent = Math.Max(SilentOfReference * beside, SilentOfLoudest * ordered.Max(r => Math.Abs(r.Level)));
        var heard = ordered.FindAll(r => Math.Abs(r.Level) > silent);
        for (var i = 1; i < heard.Count; i++)
        {
            var (before, behind) = (heard[i - 1], heard[i]);
            if (before.Level < 0 && behind.Level > 0 && !settled.Any(s => s >= before.AlongMetres - NearEnough && s <= behind.AlongMetres + NearEnough))
            {
                // The zero lies nearer to the weaker of two close ones; far apart halving is safe.
                var apart = behind.AlongMetres - before.AlongMetres;
                return apart <= NearEnough
                    ? new FrameNext(FrameStep.TurnAcross, before.AlongMetres + (apart * -before.Level / (behind.Level - before.Level)), before.AlongMetres, behind.AlongMetres)
                    : new FrameNext(FrameStep.Halve, (before.AlongMetres + behind.AlongMetres) / 2, before.AlongMetres, behind.AlongMetres);
            }
        }

        if (heard.Count > 0 && heard[0].Level > 0 && ordered[0].AlongMetres > FirstStep && !settled.Any(s => s < heard[0].AlongMetres))
        {
            return new FrameNext(FrameStep.GoBack, Math.Max(0, ordered[0].AlongMetres - StepAfter(ordered)));
        }

        var last = ordered[^1].AlongMetres;
        var next = last + StepAfter(ordered);
        return endMetres is { } end && last >= end - NearEnough ? new FrameNext(FrameStep.Ended, null)
            : new FrameNext(heard.Count > 0 && heard[^1].Level > 0 ? FrameStep.GoOnBehind : FrameStep.GoOn, endMetres is { } most ? Math.Min(next, most) : next);
    }

    /// <summary>Below this part of the reference, or of the loudest reading, a reading has no sign that can be believed.</summary>
    private const double SilentOfReference = 0.001;
    private const double SilentOfLoudest = 0.01;

    private static double StepAfter(List<FrameReading> ordered) =>
        ordered.Count < 2 ? FirstStep : Math.Clamp((ordered[^1].AlongMetres - ordered[^2].AlongMetres) * 1.5, FirstStep, LongestStep);
}
