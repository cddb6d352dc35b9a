namespace GentleMole.Core.Hookup;

/// <summary>A hookup, judged in every plausible ground.</summary>
/// <param name="Grounds">Judgements, the ground as supposed first.</param>
public sealed record JudgedHookup(IReadOnlyList<GroundJudgement> Grounds)
{
    /// <summary>What it does in the ground as supposed.</summary>
    public HookupPrediction Prediction => Grounds[0].Prediction;

    /// <summary>The hookup itself.</summary>
    public HookupTry Try => Prediction.Try;

    /// <summary>In how many grounds it is adequate.</summary>
    public int AdequateIn => Grounds.Count(g => g.Failings.Count == 0);

    /// <summary>Adequate in most grounds.</summary>
    public bool IsAdequate => AdequateIn >= MostOf(Grounds.Count);

    /// <summary>A neighbour reads as strong as the target in some of the grounds.</summary>
    public IEnumerable<GroundJudgement> FooledIn => Grounds.Where(g => g.Prediction.Worst?.Fools == true);

    /// <summary>Share of the current that it keeps on the target in most grounds.</summary>
    public double Share => InMost(g => g.Prediction.Share);

    /// <summary>How near it comes to being adequate in most grounds, 0 to 1.</summary>
    public double Closeness => InMost(g => HookupAdequacy.Closeness(g.Prediction));

    /// <summary>
    /// Whether to walk with it: not when a neighbour fools the receiver as the ground is supposed, or in most grounds, or the loop
    /// is beyond all use; with care when it is not adequate as supposed and in most grounds, or a neighbour would fool in any.
    /// </summary>
    public Verdict Verdict => Prediction.Verdict == Verdict.Reject || FooledIn.Count() >= MostOf(Grounds.Count) ? Verdict.Reject
        : Prediction.Verdict == Verdict.Sound && IsAdequate && !FooledIn.Any() ? Verdict.Sound
        : Verdict.Caution;

    /// <summary>More than half of them.</summary>
    public static int MostOf(int grounds) => (grounds / 2) + 1;

    private double InMost(Func<GroundJudgement, double> of) => Grounds.Select(of).OrderDescending().ElementAt(MostOf(Grounds.Count) - 1);
}
