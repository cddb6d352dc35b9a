using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;

namespace GentleMole.Web.Words;

/// <summary>Sentences for reasons that the core gives as data.</summary>
internal static class ReasonWords
{
    public static string Verdict(Verdict verdict) => verdict switch
    {
        Core.Verdict.Sound => "sound",
        Core.Verdict.Caution => "caution",
        Core.Verdict.Reject => "reject",
    };

    public static string School(MarkSchool school) => school switch
    {
        MarkSchool.Peak => "peak",
        MarkSchool.Between => "between",
        MarkSchool.Broadened => "broadened",
        MarkSchool.Corrected => "corrected",
    };

    public static string Text(Reason reason, UnitSystem units = UnitSystem.Metres)
    {
        string Length(double metres) => LengthText.Format(Math.Abs(metres), units);
        string Number(double value) => value.ToString("0.00", CultureInfo.InvariantCulture);
        return reason.Code switch
        {
            "fits-one-line" => "One line explains the readings to within their noise.",
            "not-one-line" => $"One line does not explain the readings: the misfit is {Number(Math.Sqrt(reason.Measured))} times what noise would give. Something else is in the field.",
            "peak-null-agree" => $"Peak and null lie {Length(reason.Measured)} apart: a clean field.",
            "peak-null-apart" => $"Peak and null lie {Length(reason.Measured)} apart, more than {Length(reason.Expected)} can be by chance: the field is distorted, and the line lies beyond the peak, away from the null.",
            "no-null" => "No null was taken, or it is not inside the row: nothing checks the peak.",
            "not-bracketed" => "The row does not reach across the line: take readings on both sides of the peak.",
            "wider-than-tolerance" => $"The place is uncertain by ±{Length(reason.Measured)}, more than the tolerance of {Length(reason.Expected)}.",
            "lift-true" => $"The depth rose {Number(reason.Measured)} times the lift: as it should.",
            "lift-off" => $"The depth rose {Number(reason.Measured)} times the lift; 1.00 is sound. Look for another sign.",
            "lift-distorted" => $"The depth rose {Number(reason.Measured)} times the lift; outside 0.80 to 1.25 the field is distorted.",
            "lift-too-small" => $"A lift of {Length(reason.Measured)} is too small to tell at this depth; raise it by {Length(reason.Expected)} or more.",
            "sides-agree" => $"The two sides differ by {Length(reason.Measured)}: as even as a hand can be.",
            "sides-differ" => $"The two sides differ by {Length(reason.Measured)}: the field leans, something else is in it.",
            "gradient-clear" => $"The lower coil reads {Number(reason.Measured)} times the upper: enough to tell the depth.",
            "gradient-small" => $"The lower coil reads only {Number(reason.Measured)} times the upper: the depth is uncertain.",
            "gradient-too-small" => $"The lower coil reads only {Number(reason.Measured)} times the upper: too little to tell the depth.",
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason.Code, "A reason without words."),
        };
    }
}
