using GentleMole.Core;
using GentleMole.Core.Marking;

namespace GentleMole.Web.Words;

/// <summary>Names of marks and of what may be done with a dot.</summary>
internal static class MarkWords
{
    public static string Dot(Verdict verdict) => verdict switch
    {
        Verdict.Sound => "sound",
        Verdict.Caution => "doubtful",
        Verdict.Reject => "do not mark",
    };

    public static string Outline(OutlineMarkKind kind) => kind switch
    {
        OutlineMarkKind.Dash => "dash",
        OutlineMarkKind.Dot => "dot",
        OutlineMarkKind.Arrow => "arrow",
        OutlineMarkKind.KerbMark => "kerb mark",
        OutlineMarkKind.Flag => "flag",
        OutlineMarkKind.Stake => "stake",
        OutlineMarkKind.CentreStake => "centre stake",
    };
}
