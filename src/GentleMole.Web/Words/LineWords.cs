using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Words;

/// <summary>Names of utilities, methods and answers.</summary>
internal static class LineWords
{
    public static string Kind(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => "electric",
        UtilityKind.Gas => "gas",
        UtilityKind.Communications => "communications",
        UtilityKind.Water => "drinking water",
        UtilityKind.Reclaimed => "reclaimed water",
        UtilityKind.Sewer => "sewer",
        UtilityKind.Unknown => "unknown",
    };

    /// <summary>As somebody on site would call it: "the gas", "the electric cable".</summary>
    public static string The(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => "the electric cable",
        UtilityKind.Gas => "the gas",
        UtilityKind.Communications => "the communications cable",
        UtilityKind.Water => "the water main",
        UtilityKind.Reclaimed => "the reclaimed water",
        UtilityKind.Sewer => "the sewer",
        UtilityKind.Unknown => "the line of unknown kind",
    };

    /// <summary>Style class that carries the paint.</summary>
    public static string Paint(UtilityKind kind) => SvgScene.PaintClass(kind);

    public static string Method(HookupMethod method) => method switch
    {
        HookupMethod.Direct => "direct connection",
        HookupMethod.Clamp => "clamp",
        HookupMethod.Induction => "induction",
        HookupMethod.Passive => "passive",
    };

    public static string Answer(LineAnswer answer) => answer switch
    {
        LineAnswer.Marked => "marked",
        LineAnswer.Clear => "clear",
        LineAnswer.NotFound => "not found",
        LineAnswer.Escalated => "escalated",
        LineAnswer.Pending => "no answer yet",
    };


    public static string Frequency(double hertz) => hertz >= 1000
        ? FormattableString.Invariant($"{hertz / 1000:0.###}\u00a0kHz")
        : FormattableString.Invariant($"{hertz:0.#}\u00a0Hz");
}
