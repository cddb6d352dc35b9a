using GentleMole.Core.Marking;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the white outline.</summary>
internal static class OutlineWords
{
    public static string Style(OutlineStyle style) => style switch
    {
        OutlineStyle.Flags => "white flags with the name",
        OutlineStyle.Stakes => "white stakes with the name",
        OutlineStyle.CentreStake => "one centre stake with its radius",
        OutlineStyle.Dashes => "white dashes",
    };

    /// <summary>"14 dashes, 6 dots, 2 kerb marks, every 3.2 m."</summary>
    public static string Counts(OutlinePlan plan, Person person)
    {
        var counts = Enum.GetValues<OutlineMarkKind>().Select(k => (Kind: k, Count: plan.CountOf(k))).Where(c => c.Count > 0)
            .Select(c => $"{c.Count} {MarkWords.Outline(c.Kind)}{(c.Count == 1 ? "" : c.Kind == OutlineMarkKind.Dash ? "es" : "s")}");
        var text = string.Join(", ", counts);
        return plan.CountOf(OutlineMarkKind.CentreStake) > 0 ? $"{text}, radius {person.Length(Math.Ceiling(plan.RadiusMetres * 10) / 10)}." : $"{text}, at most {person.Length(plan.SpacingMetres)} apart.";
    }

    /// <summary>What it takes along.</summary>
    public static string Needs(OutlinePlan plan)
    {
        var pegs = plan.Marks.Count(m => m.Kind is OutlineMarkKind.Flag or OutlineMarkKind.Stake or OutlineMarkKind.CentreStake);
        var paint = plan.PaintMillilitres > 0 ? $"About {Math.Max(50, Math.Ceiling(plan.PaintMillilitres / 50) * 50):0} ml of white paint, one can" : "";
        var flags = pegs > 0 ? $"{pegs} white flag{(pegs == 1 ? "" : "s")} or stake{(pegs == 1 ? "" : "s")}, lettered" : "";
        return string.Join("; ", new[] { paint, flags }.Where(t => t.Length > 0)) + ".";
    }

    public static string Label(JobSheet sheet, OutlinePlan plan) => DigOutline.Label(
        sheet.Job.Digger, sheet.Job.OutlinedOn ?? sheet.Job.DigPlanned, plan, sheet.Job.OutlineStyle);

    /// <summary>The rule of two days against the call; and whether it is kept.</summary>
    public static (bool Wrong, string Say) Age(JobSheet sheet)
    {
        if (sheet.Job.ReceivedAt is not { } call)
        {
            return (false, $"Paint it at most {DigOutline.OldestDays} days before the call.");
        }

        var (day, earliest) = (call.Date, DigOutline.EarliestDay(call.Date));
        if (sheet.Job.OutlinedOn is not { } painted)
        {
            return (false, $"For the call of {ClockWords.Day(day)} it may not be older than {ClockWords.Day(earliest)}.");
        }

        return painted < earliest
            ? (true, $"Painted {ClockWords.Day(painted)}: more than {DigOutline.OldestDays} days before the call of {ClockWords.Day(day)}. Have it painted again.")
            : (false, $"Painted {ClockWords.Day(painted)}, in time for the call of {ClockWords.Day(day)}.");
    }
}
