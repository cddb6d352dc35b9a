namespace GentleMole.Core.Identify;

/// <summary>
/// Which other dots of a line are judged together with one: all share one ground, but what most of them say of it the others say
/// too. The dot before tells how the current falls; one that is unlike the rest tells of bonds and neighbours; far ones of soil and ends.
/// </summary>
public static class Companions
{
    /// <summary>So many others say nearly all that all say.</summary>
    public const int Usual = 4;

    private const double OtherCurrent = 0.4;
    private const double OtherDepth = 0.35;
    private const double FarNull = 0.1;

    /// <summary>Indices of others, the one before it last; the farthest of those that are alike.</summary>
    /// <param name="dots">In the order taken.</param>
    /// <param name="dot">Index of the one that is judged.</param>
    public static IReadOnlyList<int> Of(IReadOnlyList<ObservedDot> dots, int dot, int most = Usual)
    {
        var chosen = new List<int>();
        if (dot > 0 && most > 0)
        {
            chosen.Add(dot - 1);
        }

        bool IsFree(int i) => i != dot && !chosen.Contains(i);
        foreach (var strange in Strangest(dots).Where(IsFree).Take(Math.Min(2, most - chosen.Count)).ToList())
        {
            chosen.Add(strange);
        }

        while (chosen.Count < most && Enumerable.Range(0, dots.Count).Where(IsFree).ToList() is { Count: > 0 } left)
        {
            chosen.Add(left.MaxBy(i => chosen.Append(dot).Min(c => dots[c].Dot.DistanceTo(dots[i].Dot))));
        }

        return [.. chosen.Order().Where(i => i != dot - 1), .. chosen.Contains(dot - 1) ? [dot - 1] : Array.Empty<int>()];
    }

    /// <summary>Dots that are unlike the rest, the strangest first.</summary>
    public static IReadOnlyList<int> Strangest(IReadOnlyList<ObservedDot> dots)
    {
        var current = Middle(dots.Select(d => d.CurrentMilliamps));
        var depth = Middle(dots.Select(d => d.Depth?.Metres));
        var against = dots.Count(d => d.Way == CurrentWay.Against) > dots.Count(d => d.Way == CurrentWay.With) ? CurrentWay.With : CurrentWay.Against;
        double Strange(ObservedDot d) =>
            (d.Way == against ? 3 : 0)
            + (d.CurrentMilliamps is > 0 and var i && current is { } usual && Math.Abs(Math.Log(i / usual)) > OtherCurrent ? 2 : 0)
            + (d.Depth is { Metres: > 0 and var deep } && depth is { } common && Math.Abs(Math.Log(deep / common)) > OtherDepth ? 1 : 0)
            + (d.NullOffsetMetres is { } silent && Math.Abs(silent - d.PeakOffsetMetres) > FarNull ? 1 : 0);
        return [.. dots.Select((d, i) => (i, Strange: Strange(d))).Where(d => d.Strange > 0).OrderByDescending(d => d.Strange).Select(d => d.i)];
    }

    private static double? Middle(IEnumerable<double?> values) =>
        values.Where(v => v is > 0).Select(v => v!.Value).Order().ToList() is { Count: > 0 } sorted ? sorted[sorted.Count / 2] : null;
}
