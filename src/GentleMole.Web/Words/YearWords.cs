using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Year;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>A year in words.</summary>
internal static class YearWords
{
    public static string Time(AnswerTime time) => time switch
    {
        AnswerTime.Open => "open, not due yet",
        AnswerTime.InTime => "in time",
        AnswerTime.Late => "late",
        AnswerTime.Overdue => "overdue",
        AnswerTime.Undated => "of calls without a date",
    };

    public static string Hours(Duration time) => time < Duration.FromMinutes(1) ? "–" : time < Duration.FromHours(1) ? $"{time.TotalMinutes:0} min" : string.Create(CultureInfo.InvariantCulture, $"{(int)time.TotalHours} h {time.Minutes:00}");

    public static string Percent(double share) => double.IsNaN(share) ? "–" : string.Create(CultureInfo.InvariantCulture, $"{100 * share:0.#} %");

    /// <summary>A share with its interval, in percent.</summary>
    public static string Share(Estimate share) => double.IsNaN(share.Value) ? "–" : string.Create(CultureInfo.InvariantCulture, $"{100 * share.Value:0} % ({100 * share.Low95:0} to {100 * share.High95:0})");

    /// <summary>One sentence on the year, its shape, and what it rests on.</summary>
    public static (string Shape, string Say, string Why) Summary(YearAccount account)
    {
        var whole = account.Whole;
        var (late, due) = (whole.Of(AnswerTime.Late) + whole.Of(AnswerTime.Overdue), whole.Of(AnswerTime.InTime) + whole.Of(AnswerTime.Late) + whole.Of(AnswerTime.Overdue));
        return account.Jobs.Count == 0 ? ("open", $"Nothing happened in {account.Year}.", "Jobs, answers, sheets and holes count on the day on which they happened.")
            : whole.Hits > 0 ? ("reject", $"{whole.Hits} line{(whole.Hits == 1 ? " was" : "s were")} hit.", $"Each stands as an inquiry on its job. {Answers()}")
            : whole.Of(AnswerTime.Overdue) > 0 ? ("caution", $"{whole.Of(AnswerTime.Overdue)} answer{(whole.Of(AnswerTime.Overdue) == 1 ? " is" : "s are")} overdue.", Answers())
            : late > 0 ? ("caution", $"{late} of {due} answers came late.", Answers())
            : ("sound", due == 0 ? "Nothing was due." : $"All {due} answers came in time.", Answers());

        string Answers() => $"{whole.Jobs} call{(whole.Jobs == 1 ? "" : "s")}, {whole.Answered} utilities answered, {whole.Sheets} sheet{(whole.Sheets == 1 ? "" : "s")} out, {whole.Holes} place{(whole.Holes == 1 ? "" : "s")} dug up.";
    }
}
