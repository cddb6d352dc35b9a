using GentleMole.Core;
using GentleMole.Core.Conflicts;
using GentleMole.Core.Marking;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the one who digs: short, and what forbids comes first.</summary>
internal static class DigWords
{
    /// <summary>Whether one may dig by this sheet at all, with its shape.</summary>
    public static (string Shape, string Say, string Why) Holds(JobSheet sheet)
    {
        var call = sheet.Firm.Contact.Length > 0 ? $" Call {sheet.Firm.Contact}." : " Call whoever located it.";
        if (sheet.Job.HandedOverAt is null)
        {
            return ("reject", "Not handed over yet. Do not dig by this.", "It is still being worked on and may change." + call);
        }

        if (sheet.MarksExpire is { } until && until < sheet.Now.Date)
        {
            return ("reject", $"Expired on {ClockWords.Day(until)} {until.Year}. Do not dig by this.", "The marks hold no more and must be made again." + call);
        }

        if (SheetFacts.IsChangedSince(sheet))
        {
            return ("caution", "Changed since it was handed over.", "What you were given before, on paper too, is replaced by what is below. Read it again, and ask for a new handover." + call);
        }

        return sheet.MarksExpire is { } day
            ? ("sound", $"Holds until {ClockWords.Day(day)} {day.Year}, {ClockWords.Away(Period.DaysBetween(sheet.Now.Date, day))}.", "After that it must be located again. Readings never replace exposing.")
            : ("caution", "No line was marked.", "What is below says why. Nothing found is no proof of an empty ground.");
    }

    /// <summary>How deep a line lies where it goes through the dig, and how sure that is.</summary>
    public static string Deep(SheetLine line, Conflict conflict, Person person)
    {
        if (conflict.IsByPlan)
        {
            return "Depth not known: by plan only.";
        }

        var depth = line.Traced.Run is { } run ? line.Traced.DepthAt(run.Project(conflict.Middle).ChainageMetres) : null;
        return depth is { } d
            ? $"{person.Length(d.Value)} ({person.PlusMinus(d.HalfWidth)}) to its centre{(line.Line.OutsideDiameterMetres is { } outside ? $", its top at some {person.Length(Math.Max(0, d.Value - (outside / 2)))}" : "")}."
            : "Its depth was not read.";
    }

    public static string Sure(Conflict conflict) => conflict.IsByPlan ? "by plan only, nobody found it here" : conflict.Confidence switch
    {
        Verdict.Sound => $"sound, level {conflict.Level}",
        Verdict.Caution => $"doubtful, level {conflict.Level}",
        Verdict.Reject => $"not to be relied on, level {conflict.Level}",
    };

    /// <summary>What is said of a utility that nothing was marked of in the dig.</summary>
    public static string Elsewhere(SheetLine line) => line.Line.Answer switch
    {
        LineAnswer.Marked => "marked, and not in this dig as far as marked",
        LineAnswer.Clear => $"said to be clear: {line.Line.AnswerNote}",
        LineAnswer.NotFound => $"NOT FOUND, it may be in the dig: {line.Line.AnswerNote}",
        LineAnswer.Escalated => $"NOT SETTLED, it may be in the dig: {line.Line.AnswerNote}",
        LineAnswer.Pending => "NO ANSWER YET, it may be in the dig",
    };

    public static bool IsLoud(SheetLine line) => line.Line.Answer is LineAnswer.NotFound or LineAnswer.Escalated or LineAnswer.Pending;
}
