using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>A year of a firm: as a whole, by month, and job by job. Everything counts on the day on which it happened.</summary>
/// <param name="Months">January first.</param>
/// <param name="Jobs">Those of which something happened in the year.</param>
public sealed record YearAccount(int Year, YearFigures Whole, IReadOnlyList<YearFigures> Months, IReadOnlyList<(YearJob Job, YearFigures Figures)> Jobs)
{
    /// <summary>Of the jobs that there are.</summary>
    /// <param name="today">What is due before and not answered is overdue.</param>
    public static YearAccount Of(int year, IReadOnlyCollection<YearJob> jobs, LocalDate today)
    {
        bool InYear(LocalDate day) => day.Year == year;
        return new YearAccount(
            year, YearFigures.Of(jobs, InYear, today), [.. Enumerable.Range(1, 12).Select(m => YearFigures.Of(jobs, d => d.Year == year && d.Month == m, today))],
            [.. jobs.Select(j => (Job: j, Figures: YearFigures.Of([j], InYear, today))).Where(j => !j.Figures.IsEmpty).OrderBy(j => j.Job.Received).ThenBy(j => j.Job.Id)]);
    }
}
