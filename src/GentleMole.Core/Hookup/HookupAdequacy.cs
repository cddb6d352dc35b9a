namespace GentleMole.Core.Hookup;

/// <summary>What a hookup has to do to be walked with in one ground.</summary>
public static class HookupAdequacy
{
    /// <summary>Response over what can be followed, at the least place of the work: half of the need in reserve.</summary>
    public const double LeastMargin = 1.5;

    /// <summary>Part of the current side by side that the target has.</summary>
    public const double LeastShare = 0.75;

    /// <summary>What a neighbour may read of the target.</summary>
    public const double MostNeighbour = 0.35;

    /// <summary>What it lacks, weightiest first; empty when it is adequate.</summary>
    public static IReadOnlyList<HookupFailing> Failings(HookupPrediction p)
    {
        var failings = new List<HookupFailing>();
        if (p.Margin < LeastMargin)
        {
            failings.Add(HookupFailing.Signal);
        }

        if (p.Worst?.Part > MostNeighbour)
        {
            failings.Add(HookupFailing.Neighbour);
        }

        if (p.Share < LeastShare)
        {
            failings.Add(HookupFailing.Share);
        }

        if (p.Shown.ResistiveOhms > p.Limits.WeakOhms)
        {
            failings.Add(HookupFailing.Loop);
        }

        return failings;
    }

    /// <summary>How near it comes to being adequate, 0 to 1: every shortfall takes its part away.</summary>
    public static double Closeness(HookupPrediction p) =>
        Math.Min(1, p.Margin / LeastMargin) * Math.Min(1, p.Share / LeastShare)
        * (p.Worst is { Part: > MostNeighbour and var part } ? MostNeighbour / part : 1)
        * (p.Shown.ResistiveOhms is { } ohms && ohms > p.Limits.WeakOhms ? p.Limits.WeakOhms / ohms : 1);
}
