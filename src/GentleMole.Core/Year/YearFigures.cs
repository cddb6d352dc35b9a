using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>Figures of a stretch of time, of all jobs or of one.</summary>
/// <param name="Jobs">Calls that came in.</param>
/// <param name="ByTime">Utilities by whether they were answered in time.</param>
/// <param name="ByAnswer">Utilities by their answer; those that are answered.</param>
/// <param name="Sheets">Sheets that went out.</param>
/// <param name="MarkedMetres">On the last sheet of each job.</param>
/// <param name="DoubtfulMetres">Of that, what was not sound.</param>
/// <param name="Holes">Places dug up.</param>
/// <param name="Hits">Of these, what was hit or hurt.</param>
/// <param name="Unmarked">Of these, where no mark was.</param>
/// <param name="Spent">Time by stage.</param>
public sealed record YearFigures(
    int Jobs, IReadOnlyDictionary<AnswerTime, int> ByTime, IReadOnlyDictionary<LineAnswer, int> ByAnswer, int Sheets, double MarkedMetres, double DoubtfulMetres, int Holes, int Hits, int Unmarked,
    IReadOnlyDictionary<JobStage, Duration> Spent)
{
    /// <summary>Utilities that were answered.</summary>
    public int Answered => ByAnswer.Values.Sum();

    /// <summary>Of those that were due, the share that was answered in time.</summary>
    public Estimate InTime => Estimate.Share(Of(AnswerTime.InTime), Of(AnswerTime.InTime) + Of(AnswerTime.Late) + Of(AnswerTime.Overdue));

    /// <summary>Of what was marked, the share that was doubtful; null where nothing was.</summary>
    public double? Doubtful => MarkedMetres > 0 ? DoubtfulMetres / MarkedMetres : null;

    /// <summary>Hits for each thousand utilities answered, with its 95 % interval.</summary>
    public Estimate HitsPerThousand => Estimate.Share(Math.Min(Hits, Answered), Answered) is var share ? new Estimate(1000 * share.Value, 1000 * share.Low95, 1000 * share.High95) : default;

    /// <summary>Nothing happened.</summary>
    public bool IsEmpty => Jobs + ByTime.Values.Sum() + Sheets + Holes == 0 && Time == Duration.Zero;

    /// <summary>All of it.</summary>
    public Duration Time => Spent.Values.Aggregate(Duration.Zero, (a, b) => a + b);

    /// <summary>How many utilities.</summary>
    public int Of(AnswerTime time) => ByTime.GetValueOrDefault(time);

    /// <summary>How many utilities.</summary>
    public int Of(LineAnswer answer) => ByAnswer.GetValueOrDefault(answer);

    /// <summary>Figures of what happened within some days.</summary>
    /// <param name="counts">Whether a day is one of them.</param>
    public static YearFigures Of(IReadOnlyCollection<YearJob> jobs, Func<LocalDate, bool> counts, LocalDate today)
    {
        ArgumentNullException.ThrowIfNull(jobs);
        var answers = jobs.SelectMany(j => j.Answers).Where(a => a.Counts is { } on && counts(on)).ToList();
        var sheets = jobs.Select(j => j.Sheets.Where(s => counts(s.On)).ToList()).ToList();
        var last = sheets.Where(s => s.Count > 0).Select(s => s[^1]).ToList();
        var holes = jobs.SelectMany(j => j.Holes).Where(h => counts(h.On)).ToList();
        return new YearFigures(
            jobs.Count(j => counts(j.Received)),
            answers.GroupBy(a => a.On(today)).ToDictionary(g => g.Key, g => g.Count()),
            answers.Where(a => a.First is not null && a.Answer != LineAnswer.Pending).GroupBy(a => a.Answer).ToDictionary(g => g.Key, g => g.Count()),
            sheets.Sum(s => s.Count), last.Sum(s => s.MarkedMetres), last.Sum(s => s.DoubtfulMetres), holes.Count, holes.Count(h => h.IsHit), holes.Count(h => h.IsUnmarked),
            jobs.SelectMany(j => j.Spent).Where(s => counts(s.On)).GroupBy(s => s.Stage).ToDictionary(g => g.Key, g => g.Aggregate(Duration.Zero, (sum, s) => sum + s.Time)));
    }
}
