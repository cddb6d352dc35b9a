using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Paint;

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

    public static string Painted(PaintMarkKind kind) => kind switch
    {
        PaintMarkKind.Dash => "dash",
        PaintMarkKind.Tick => "dot with its direction",
        PaintMarkKind.End => "end",
        PaintMarkKind.GoesOn => "arrow: it goes on",
        PaintMarkKind.Bend => "bend",
        PaintMarkKind.Tee => "tee",
        PaintMarkKind.TeeNotFollowed => "tee whose branch was not followed",
        PaintMarkKind.Label => "label",
        PaintMarkKind.Query => "question mark",
        PaintMarkKind.Stake => "stake",
        PaintMarkKind.OffsetStake => "stake beside it",
    };

    public static string Can(PaintColour colour) => colour.ToString().ToLowerInvariant();

    /// <summary>Style class of what is in a can.</summary>
    public static string CanClass(PaintColour colour) => "can-" + colour.ToString().ToLowerInvariant();

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
