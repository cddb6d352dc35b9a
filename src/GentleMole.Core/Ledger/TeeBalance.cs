namespace GentleMole.Core.Ledger;

/// <summary>What comes to a tee against what leaves it.</summary>
/// <param name="TrunkMilliamps">Just before it, by the readings along the line.</param>
/// <param name="MissingMilliamps">Trunk less all branches.</param>
/// <param name="SigmaMilliamps">Standard deviation of that.</param>
public sealed record TeeBalance(double ChainageMetres, double TrunkMilliamps, double BranchSumMilliamps, double MissingMilliamps, double SigmaMilliamps)
{
    private const double Sigmas = 2;

    /// <summary>Within two standard deviations it balances.</summary>
    public TeeVerdict Verdict => Math.Abs(MissingMilliamps) <= Sigmas * SigmaMilliamps ? TeeVerdict.Balances : MissingMilliamps > 0 ? TeeVerdict.Missing : TeeVerdict.TooMuch;
}
