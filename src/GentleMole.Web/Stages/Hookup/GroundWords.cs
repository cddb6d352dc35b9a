using GentleMole.Core.Hookup;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences on what a hookup does if the ground is not quite as it is supposed.</summary>
internal static class GroundWords
{
    /// <summary>A signal that reaches no farther cannot be told from what the hookup itself gives off.</summary>
    private const double HardlyMetres = 1;

    /// <summary>The ground in a few words, as it goes on from "with".</summary>
    public static string Name(GroundDoubt doubt, PlannerTask task) => doubt switch
    {
        GroundDoubt.AsSupposed => "as supposed",
        GroundDoubt.WetSoil => $"soil {FigureWords.Figure(task.Ground.Soil.ResistivityOhmMetres / 2)}\u00a0Ω·m",
        GroundDoubt.DrySoil => $"soil {FigureWords.Figure(task.Ground.Soil.ResistivityOhmMetres * 2)}\u00a0Ω·m",
        GroundDoubt.GoodEarths => "earths ÷ 3",
        GroundDoubt.PoorEarths => "earths × 3",
        GroundDoubt.FarEndOpen => "far end open",
        GroundDoubt.FarEndEarthed => "far end earthed",
    };

    /// <summary>In how many grounds it holds, and in which it fails and why.</summary>
    public static string Holds(JudgedHookup judged, PlannerTask task, Person person)
    {
        var failing = judged.Grounds.Where(g => g.Failings.Count > 0).ToList();
        if (failing.Count == 0)
        {
            return $"It holds in all {judged.Grounds.Count} plausible grounds: wetter and drier soil, better and poorer earths, the far end {(judged.Grounds[^1].Doubt == GroundDoubt.FarEndOpen ? "open" : "earthed")}.";
        }

        // What fails alike is said once, with the worst of it.
        var said = failing.GroupBy(g => g.Failings[0]).OrderByDescending(g => g.Any(f => f.Prediction.Worst?.Fools == true))
            .Select(g => $"{Where([.. g], judged, task)} {Why(g.Key, [.. g], task, person)}");
        return $"{(judged.AdequateIn == 0 ? "In no plausible ground is it enough:" : $"It holds in {judged.AdequateIn} of {judged.Grounds.Count} plausible grounds, but")} {string.Join("; ", said)}.";
    }

    private static string Where(IReadOnlyList<GroundJudgement> grounds, JudgedHookup judged, PlannerTask task) => grounds.Count == judged.Grounds.Count
        ? "in all of them"
        : "with " + string.Join(" or ", grounds.Select(g => g.Doubt switch
        {
            GroundDoubt.AsSupposed => "things as supposed",
            GroundDoubt.FarEndOpen or GroundDoubt.FarEndEarthed => "the " + Name(g.Doubt, task),
            _ => Name(g.Doubt, task),
        }));

    private static string Why(HookupFailing failing, IReadOnlyList<GroundJudgement> grounds, PlannerTask task, Person person)
    {
        switch (failing)
        {
            case HookupFailing.Signal:
                var weakest = grounds.MinBy(g => g.Prediction.Margin)!;
                var enough = grounds.All(g => g.EnoughMilliamps is not null) ? $" ({FigureWords.Milliamps(grounds.Max(g => g.EnoughMilliamps!.Value))} would do)" : "";
                return (weakest.Prediction.Covers ? "little is left in reserve"
                    : weakest.Prediction.ReachMetres < HardlyMetres ? "hardly anything of it is heard"
                    : $"the signal is lost after {person.Run(weakest.Prediction.ReachMetres)}") + enough;
            case HookupFailing.Neighbour:
                var strongest = grounds.Select(g => g.Prediction.Worst!).MaxBy(w => w.Part)!;
                return $"{HookupWords.Name(task.Ground, strongest.Line)} reads {(strongest.Fools ? "stronger than the target" : FigureWords.Percent(strongest.Part) + " of it")}";
            case HookupFailing.Share:
                return $"only {FigureWords.Percent(grounds.Min(g => g.Prediction.Share))} of the current is on the target";
            default:
                return $"the loop has {FigureWords.Ohms(grounds.Max(g => g.Prediction.Shown.ResistiveOhms ?? 0))} of resistance";
        }
    }
}
