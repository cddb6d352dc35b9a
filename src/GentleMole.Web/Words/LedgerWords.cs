using GentleMole.Core.Ledger;

namespace GentleMole.Web.Words;

/// <summary>The words of a ledger, as the API says them.</summary>
internal static class LedgerWords
{
    public static string Trend(CurrentTrend trend) => trend switch
    {
        CurrentTrend.Steady => "steady",
        CurrentTrend.Falling => "falling",
        CurrentTrend.Rising => "rising",
    };

    public static string Cause(LossKind kind) => kind switch
    {
        LossKind.Tee => "tee",
        LossKind.Bond => "bond",
        LossKind.Neighbour => "neighbour",
        LossKind.Joint => "joint",
        LossKind.End => "end",
        LossKind.OtherLine => "other-line",
    };

    public static string Tee(TeeVerdict verdict) => verdict switch
    {
        TeeVerdict.Balances => "balances",
        TeeVerdict.Missing => "missing",
        TeeVerdict.TooMuch => "too-much",
    };
}
