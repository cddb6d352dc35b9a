using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Signal;
using GentleMole.Store.Model;
using GentleMole.Web.Sheets;

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
        _ => "unknown",
    };

    /// <summary>Style class that carries the paint.</summary>
    public static string Paint(UtilityKind kind) => "paint-" + kind.ToString().ToLowerInvariant();

    public static string Method(HookupMethod method) => method switch
    {
        HookupMethod.Direct => "direct connection",
        HookupMethod.Clamp => "clamp",
        HookupMethod.Induction => "induction",
        _ => "passive",
    };

    public static string Answer(LineAnswer answer) => answer switch
    {
        LineAnswer.Marked => "marked",
        LineAnswer.Clear => "clear",
        LineAnswer.NotFound => "not found",
        LineAnswer.Escalated => "escalated",
        _ => "no answer yet",
    };

    /// <summary>How a line was found: every hookup used on it, with its frequency.</summary>
    public static string MethodOf(JobSheet sheet, SheetLine line)
    {
        var ways = sheet.Job.Hookups.Where(h => h.LineId == line.Line.Id)
            .Select(h => h.FrequencyHertz is { } f ? $"{Method(h.Method)}, {Frequency(f)}" : Method(h.Method)).Distinct();
        var text = string.Join("; ", ways);
        return text.Length == 0 ? "no hookup logged" : text;
    }

    public static string Frequency(double hertz) => hertz >= 1000
        ? FormattableString.Invariant($"{hertz / 1000:0.###}\u00a0kHz")
        : FormattableString.Invariant($"{hertz:0.#}\u00a0Hz");
}
