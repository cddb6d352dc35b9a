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
        MarkSchool.Majority => "majority",
    };

    /// <summary>What the schools cost: the strip that each keeps from machines, and the strip that would hold 95 % of where the line may be.</summary>
    public static string CostInWidth(IReadOnlyList<SchoolMark> marks, Person person)
    {
        var line = marks.First(m => m.WidthMetres == 0);
        var broad = marks.FirstOrDefault(m => m.WidthMetres > 0);
        var needs = marks.Where(m => m.School is MarkSchool.Peak or MarkSchool.Between or MarkSchool.Corrected)
            .Select(m => $"{person.Length(2 * (m.ReachMetres - m.ToleranceLeftMetres))} {(m.School switch { MarkSchool.Peak => "round the peak", MarkSchool.Between => "round the middle of peak and null", _ => "round the corrected place" })}");
        return $"In width: a mark keeps {person.Length(2 * line.ReachMetres)} across for the hand{(broad is null ? "" : $", broadened {person.Length(2 * broad.ReachMetres)}")}. To hold 95 % of where the line may be takes {string.Join(", ", needs)}.";
    }

    public static string SchoolInFull(MarkSchool school) => school switch
    {
        MarkSchool.Peak => "at the peak",
        MarkSchool.Between => "between peak and null",
        MarkSchool.Broadened => "broadened over both",
        MarkSchool.Corrected => "corrected",
        MarkSchool.Majority => "where most signs agree",
    };

    public static string Text(Reason reason, UnitSystem units = UnitSystem.Metres)
    {
        string Length(double metres) => LengthText.Format(Math.Abs(metres), units);
        string SignedLength(double metres) => LengthText.Format(metres, units);
        string Percent(double part) => part < 0.01 ? "under 1 %" : part > 0.99 ? "over 99 %" : part.ToString("0 %", CultureInfo.InvariantCulture);
        string Number(double value) => value.ToString("0.00", CultureInfo.InvariantCulture);
        return reason.Code switch
        {
            "fits-one-line" => "One line explains the readings to within their noise.",
            "two-lines" => $"Two lines explain the readings: a neighbour at {SignedLength(reason.Measured)} with {Number(Math.Abs(reason.Expected))} of the current{(reason.Expected < 0 ? ", running the other way" : "")}. Its pull is taken out.",
            "not-two-lines" => $"Neither one line nor two explain the readings: the misfit is {Number(Math.Sqrt(reason.Measured))} times what noise would give. Look for more lines, a bend, lead or stake; or the readings scatter more than was said.",
            "one-or-two" => $"The readings cannot tell one line from two for certain: two have a chance of {Percent(reason.Measured)}, and with {Percent(reason.Expected)} the line is more than {Length(Core.Pinpoint.Pinpointing.SureWithinMetres)} from the place found.",
            "unsure-place" => $"With a chance of {Percent(reason.Measured)} the line is more than {Length(reason.Expected)} from the place found.",
            "peak-null-agree" => $"Peak and null lie {Length(reason.Measured)} apart: a clean field.",
            "peak-null-alike" => $"Peak and null lie only {Length(reason.Measured)} apart, as in a clean field; here the neighbour has moved both.",
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
            _ => SondeWords.Reason(reason, units) ?? throw new ArgumentOutOfRangeException(nameof(reason), reason.Code, "A reason without words."),
        };
    }
}
