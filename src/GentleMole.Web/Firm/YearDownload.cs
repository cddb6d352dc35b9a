using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Year;
using GentleMole.Exchange;
using NodaTime;

namespace GentleMole.Web.Firm;

/// <summary>A year job by job, for a table.</summary>
internal static class YearDownload
{
    private static readonly string[] Header =
    [
        "job", "name", "received", "answers_in_time", "answers_late", "answers_overdue", "answers_open", "answers_undated", "marked", "clear", "not_found", "escalated", "sheets", "marked_m", "doubtful_m", "dug_up", "dug_up_unmarked", "hit",
        .. Enum.GetValues<JobStage>().Select(s => $"minutes_{s.ToString().ToLowerInvariant()}"),
    ];

    public static void MapYears(this WebApplication app) => app.MapGet("/year/{year:int}.csv", (int year, YearBook book) =>
        year < YearBook.Years.Least || year > YearBook.Years.Most
            ? Results.NotFound()
            : Results.Stream(stream => WriteAsync(book, year, stream), "text/csv; charset=utf-8", $"year-{year}.csv"))
        .ExcludeFromDescription();

    private static async Task WriteAsync(YearBook book, int year, Stream stream)
    {
        var account = await book.OfAsync(year, CancellationToken.None);
        await TableCsv.WriteAsync(Header, account.Jobs.Select(j => Row(j.Job, j.Figures)), stream);
    }

    private static IReadOnlyList<object?> Row(YearJob job, YearFigures f) =>
    [
        job.Id, job.Name, job.Received.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture), f.Of(AnswerTime.InTime), f.Of(AnswerTime.Late), f.Of(AnswerTime.Overdue), f.Of(AnswerTime.Open), f.Of(AnswerTime.Undated),
        f.Of(LineAnswer.Marked), f.Of(LineAnswer.Clear), f.Of(LineAnswer.NotFound), f.Of(LineAnswer.Escalated), f.Sheets, Math.Round(f.MarkedMetres, 1), Math.Round(f.DoubtfulMetres, 1), f.Holes, f.Unmarked, f.Hits,
        .. Enum.GetValues<JobStage>().Select(s => (object?)Math.Round(f.Spent.GetValueOrDefault(s).TotalMinutes, 1)),
    ];
}
